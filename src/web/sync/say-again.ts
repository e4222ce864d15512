import { shallowRef } from 'vue';

/** Somebody waits for the passphrase to be said once more; answered by the dialog. */
export const asked = shallowRef<{ readonly answer: (said: boolean) => void } | null>(null);

/** Asks for the passphrase once more. @returns whether it was said, and fitted */
export function sayAgain(): Promise<boolean> {
  asked.value?.answer(false);
  return new Promise((resolve) => {
    asked.value = {
      answer: (said) => {
        asked.value = null;
        resolve(said);
      },
    };
  });
}
