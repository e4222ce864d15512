declare module 'eff-diceware-passphrase' {
  /** Words drawn by chance from the EFF's large list. */
  export default function words(count: number): string[];
}
