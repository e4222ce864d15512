/** Nearer to the middle than this it is the middle, as a share of the radius. */
const MIDDLE = 0.2;

/** Where on the pan something lies, in a cook's words: one of eight, or the middle. */
export function quarterOf({ right, front }: { readonly right: number; readonly front: number }): string {
  if (Math.hypot(right, front) < MIDDLE) return 'middle';
  const eighth = (Math.round(Math.atan2(front, right) / (Math.PI / 4)) + 8) % 8;
  return ['right', 'frontRight', 'front', 'frontLeft', 'left', 'backLeft', 'back', 'backRight'][eighth]!;
}
