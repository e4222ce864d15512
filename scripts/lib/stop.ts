/** Runs `stop` once on SIGTERM, SIGINT or SIGHUP, then leaves. */
export function stopOnSignal(stop: () => Promise<void>): void {
  let stopping = false;
  for (const signal of ['SIGTERM', 'SIGINT', 'SIGHUP'] as const) {
    process.on(signal, () => {
      if (stopping) return;
      stopping = true;
      stop().then(
        () => process.exit(0),
        (error) => {
          console.error(error);
          process.exit(1);
        },
      );
    });
  }
}
