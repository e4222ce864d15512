/** Counts of a lane of tests. */
export interface Count {
  passed: number;
  failed: number;
}

export function add(total: Count, more: Count): void {
  total.passed += more.passed;
  total.failed += more.failed;
}
