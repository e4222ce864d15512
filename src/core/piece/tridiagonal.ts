/** Most unknowns a system of this folder has. Numerical. */
export const MAX_CELLS = 128;

/** Thomas algorithm; writes the solution into `x`. */
export function solveTridiagonal(
  a: Float64Array,
  b: Float64Array,
  c: Float64Array,
  d: Float64Array,
  x: Float64Array,
  n: number,
): void {
  for (let i = 1; i < n; i++) {
    const w = a[i]! / b[i - 1]!;
    b[i]! -= w * c[i - 1]!;
    d[i]! -= w * d[i - 1]!;
  }
  x[n - 1] = d[n - 1]! / b[n - 1]!;
  for (let i = n - 2; i >= 0; i--) x[i] = (d[i]! - c[i]! * x[i + 1]!) / b[i]!;
}
