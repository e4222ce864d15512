import { usePreferredDark } from '@vueuse/core';
import { defineStore } from 'pinia';
import { computed, ref, watchEffect } from 'vue';
import { DEFAULT_SETTINGS, type Join, type KitchenFacts, type Session, type Settings, type SignIn } from '#contract';
import { call } from '../live/api.ts';
import { callKept, forgetKept, keepAnswer, ownKeptOnly } from '../live/kept.ts';
import { signedInAgain } from '../live/sync.ts';

const ADDRESS = '/api/session';

/** Who is signed in, and how they like things shown. */
export const useSession = defineStore('session', () => {
  const session = ref<Session | null>(null);
  const asked = ref(false);
  const settings = computed<Settings>(() => session.value?.settings ?? DEFAULT_SETTINGS);

  const prefersDark = usePreferredDark();
  watchEffect(() => {
    const { theme } = settings.value;
    const dark = theme === 'dark' || (theme === 'system' && prefersDark.value);
    document.documentElement.dataset['theme'] = dark ? 'dark' : 'light';
  });

  /** Asks the server once who this is; without the server, who it was the last time. */
  async function ask(): Promise<void> {
    if (asked.value) return;
    session.value = await callKept<Session | null>(ADDRESS);
    asked.value = true;
  }

  async function signIn(who: SignIn): Promise<void> {
    enter(await call<Session>('POST', ADDRESS, who));
  }

  async function join(who: Join): Promise<void> {
    enter(await call<Session>('POST', '/api/join', who));
  }

  function enter(opened: Session): void {
    session.value = opened;
    asked.value = true;
    void ownKeptOnly(opened.kitchen.id).then(() => keepAnswer(ADDRESS, opened));
    signedInAgain();
  }

  async function signOut(): Promise<void> {
    await call('DELETE', ADDRESS);
    await forgetKept();
    session.value = null;
  }

  /** One change after another: each is laid on what the one before left, so two quick taps both hold. */
  let keeping = Promise.resolve();
  function keep(change: Partial<Settings>): Promise<void> {
    const kept = keeping.then(async () => {
      session.value = await call<Session>('PUT', '/api/settings', { ...settings.value, ...change });
    });
    keeping = kept.catch(() => undefined);
    return kept;
  }

  async function keepFacts(facts: KitchenFacts): Promise<void> {
    session.value = await call<Session>('PUT', '/api/kitchen', facts);
  }

  return { session, settings, ask, signIn, join, signOut, keep, keepFacts };
});
