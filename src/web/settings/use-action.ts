import { ref, type Ref } from 'vue';
import { CallError } from '../sync/api.ts';
import { sayAgain } from '../sync/say-again.ts';

/**
 * Runs what a button asks of the server, one at a time; what needs the passphrase once more is done after it was said.
 * Keeps what went wrong by field ('' when it names none).
 */
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
        await work().catch(async (error: unknown) => {
          if (!(error instanceof CallError) || error.body.code !== 'confirmFirst') throw error;
          if (await sayAgain()) await work();
        });
      } catch (error) {
        if (!(error instanceof CallError)) throw error;
        const { message, field, hint } = error.body;
        errors.value = { [field ?? '']: field ? message : [message, hint].filter(Boolean).join(' ') };
      } finally {
        busy.value = false;
      }
    },
  };
}
