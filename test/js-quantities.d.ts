declare module 'js-quantities' {
  /** A quantity; only what the tests use. */
  export default function Qty(
    value: number | string,
    unit?: string,
  ): {
    to(unit: string): { scalar: number };
  };
}
