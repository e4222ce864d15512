import { ref, type Ref } from 'vue';
import { CallError } from '../sync/api.ts';
import { sayAgain } from '../sync/say-again.ts';

/**
 * Does what is asked of the server; what needs the passphrase once more is done after it was said. What went wrong, by
 * field ('' when it names none); nothing when all went well.
 */
export async function faultsOf(work: () => Promise<void>): Promise<Record<string, string>> {
  try {
    await work().catch(async (error: unknown) => {
      if (!(error instanceof CallError) || error.body.code !== 'confirmFirst') throw error;
      if (await sayAgain()) await work();
    });
    return {};
  } catch (error) {
    if (!(error instanceof CallError)) throw error;
    const { message, field, hint } = error.body;
    return { [field ?? '']: [message, hint].filter(Boolean).join(' ') };
  }
}

/** Runs what a button asks of the server, one at a time, and keeps what went wrong by field. */
export function useAction(): {
  readonly errors: Ref<Record<string, string>>;
  readonly busy: Ref<boolean>;
  run(work: () => Promise<void>): Promise<void>;
} {
  const errors = ref<Record<string, string>>({});
  const busy = ref(false);
  return {
    errors,
    busy,
    async run(work) {
      if (busy.value) return;
      busy.value = true;
      errors.value = {};
      try {
        errors.value = await faultsOf(work);
      } finally {
        busy.value = false;
      }
    },
  };
}
