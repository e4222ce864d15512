import { usePreferredDark } from '@vueuse/core';
import { defineStore } from 'pinia';
import { computed, ref, watchEffect } from 'vue';
import { DEFAULT_SETTINGS, type Session, type Settings, type SignIn } from '#contract';
import { call } from '../live/api.ts';

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

  /** Asks the server once who this is. */
  async function ask(): Promise<void> {
    if (asked.value) return;
    session.value = await call<Session | null>('GET', '/api/session');
    asked.value = true;
  }

  async function signIn(who: SignIn): Promise<void> {
    session.value = await call<Session>('POST', '/api/session', who);
    asked.value = true;
  }

  async function signOut(): Promise<void> {
    await call('DELETE', '/api/session');
    session.value = null;
  }

  async function keep(change: Partial<Settings>): Promise<void> {
    session.value = await call<Session>('PUT', '/api/settings', { ...settings.value, ...change });
  }

  return { session, settings, ask, signIn, signOut, keep };
});
