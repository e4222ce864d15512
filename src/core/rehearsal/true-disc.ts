/** How wide a pour lies that is as thick all over, mm. */
export function discMm(volumeMl: number, thicknessMm: number): number {
  return 2 * Math.sqrt((volumeMl * 1000) / (Math.PI * thicknessMm));
}
