import { usePreferredDark } from '@vueuse/core';
import { defineStore } from 'pinia';
import { computed, ref, watch, watchEffect } from 'vue';
import {
  DEFAULT_SETTINGS,
  type Join,
  type KitchenFacts,
  type KitchenRules,
  type NewKitchen,
  type Session,
  type Settings,
  type SignIn,
} from '#contract';
import { call } from '../sync/api.ts';
import { callKept, forgetKept, keepAnswer, ownKeptOnly } from '../sync/offline-store.ts';
import { hands } from '../sync/hands.ts';
import { onOtherPerson, signedInAgain, sync } from '../sync/sync.ts';

const ADDRESS = '/api/session';
const KITCHEN_NAME = 'bluebell.kitchenName';

/** The kitchen that was last signed in to here, so that it need not be typed again; '' when there was none. */
export function lastKitchen(): string {
  try {
    return localStorage.getItem(KITCHEN_NAME) ?? '';
  } catch {
    return '';
  }
}

function rememberKitchen(name: string): void {
  try {
    localStorage.setItem(KITCHEN_NAME, name);
  } catch {
    // a browser that keeps nothing is told each time
  }
}

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

  watch(
    () => session.value?.person,
    (person) => {
      hands.value = person ? { personId: person.id, name: person.name } : null;
    },
    { flush: 'sync' },
  );
  // another tab of this browser signs in and out for all of them
  const tabs = new BroadcastChannel('bluebell.session');
  tabs.onmessage = () => void askAgain();
  onOtherPerson(() => void askAgain());

  /** Who is signed in here by now, as the server knows it. */
  async function askAgain(): Promise<void> {
    const now = await call<Session | null>('GET', ADDRESS).catch(() => session.value);
    sync.sessionExpired = now === null;
    // nobody: what is tapped here goes on being of who was here, and waits for them
    if (now === null || now.person.id === session.value?.person.id) return;
    session.value = now;
    signedInAgain();
  }

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

  async function makeKitchen(wanted: NewKitchen): Promise<void> {
    enter(await call<Session>('POST', '/api/kitchens', wanted));
  }

  /** Goes over to another kitchen one belongs to. */
  async function goOver(kitchenId: string): Promise<void> {
    enter(await call<Session>('POST', '/api/session/kitchen', { kitchenId }));
  }

  /** Leaves the kitchen, or deletes it: one is signed out then. */
  async function leaveBy(url: '/api/kitchen/me' | '/api/kitchen', body?: object): Promise<void> {
    await call('DELETE', url, body);
    await left();
  }

  function enter(opened: Session): void {
    session.value = opened;
    asked.value = true;
    void ownKeptOnly(opened.kitchen.id).then(() => keepAnswer(ADDRESS, opened));
    rememberKitchen(opened.kitchen.name);
    tabs.postMessage(null);
    signedInAgain();
  }

  async function signOut(): Promise<void> {
    await call('DELETE', ADDRESS);
    await left();
  }

  async function left(): Promise<void> {
    await forgetKept();
    session.value = null;
    tabs.postMessage(null);
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

  async function keepRules(rules: KitchenRules): Promise<void> {
    session.value = await call<Session>('PUT', '/api/kitchen/rules', rules);
    rememberKitchen(rules.name);
  }

  return {
    ...{ session, settings, ask, signIn, join, makeKitchen, goOver, leaveBy, signOut },
    ...{ keep, keepFacts, keepRules },
  };
});
