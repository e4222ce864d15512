import { useEventListener } from '@vueuse/core';
import { computed, ref } from 'vue';
import { LEVEL_HELD, STEEPEST_DEG, type Held } from '#core/swirl';

/** Why a device's own tilt cannot be had. */
export type NoTilt = 'none' | 'unsafe' | 'refused' | 'silent';

/** An arrow held tilts so far, degrees. */
const BY_KEY_DEG = 16;
/** A device that says nothing for so long has no sensor, ms. */
const SILENT_MS = 1500;

const KEYS: Readonly<Record<string, Held>> = {
  ArrowRight: { rightDeg: BY_KEY_DEG, frontDeg: 0 },
  ArrowLeft: { rightDeg: -BY_KEY_DEG, frontDeg: 0 },
  ArrowDown: { rightDeg: 0, frontDeg: BY_KEY_DEG },
  ArrowUp: { rightDeg: 0, frontDeg: -BY_KEY_DEG },
};

/** Browsers that ask before they tell how a device is held. */
type Asking = typeof DeviceOrientationEvent & { requestPermission?: () => Promise<'granted' | 'denied'> };

/** How the pan is held: by a pointer on it, by arrow keys, or by the device itself; what moved last counts. */
export function useTilt(isOn: () => boolean) {
  const held = ref<Held>(LEVEL_HELD);
  const byDevice = ref(false);
  const noTilt = ref<NoTilt | null>(null);
  const down = new Set<string>();
  let level: { beta: number; gamma: number } | null = null;

  function fromKeys(): void {
    const sum = [...down].map((key) => KEYS[key]!);
    held.value = {
      rightDeg: sum.reduce((all, { rightDeg }) => all + rightDeg, 0),
      frontDeg: sum.reduce((all, { frontDeg }) => all + frontDeg, 0),
    };
  }
  useEventListener('keydown', (event) => {
    if (!isOn() || !(event.key in KEYS)) return;
    event.preventDefault();
    down.add(event.key);
    fromKeys();
  });
  useEventListener('keyup', (event) => {
    if (down.delete(event.key)) fromKeys();
  });
  useEventListener('blur', () => {
    down.clear();
    held.value = LEVEL_HELD;
  });
  // heard only when it is wanted: browsers mind who listens
  const source = computed(() => (byDevice.value ? window : null));
  useEventListener(source, 'deviceorientation', ({ beta, gamma }: DeviceOrientationEvent) => {
    if (beta === null || gamma === null) return;
    // as it is held at first is level
    level ??= { beta, gamma };
    held.value = { rightDeg: gamma - level.gamma, frontDeg: beta - level.beta };
  });

  /** A pointer on the pan: the further from its middle, the steeper. @param x, y shares of its radius */
  function point(x: number, y: number): void {
    held.value = { rightDeg: STEEPEST_DEG * x, frontDeg: STEEPEST_DEG * y };
  }

  async function useDevice(): Promise<void> {
    noTilt.value = null;
    level = null;
    if (!isSecureContext) return void (noTilt.value = 'unsafe');
    if (typeof DeviceOrientationEvent === 'undefined') return void (noTilt.value = 'none');
    const { requestPermission } = DeviceOrientationEvent as Asking;
    if (requestPermission && (await requestPermission().catch(() => 'denied')) !== 'granted')
      return void (noTilt.value = 'refused');
    byDevice.value = true;
    setTimeout(() => {
      if (level !== null) return;
      byDevice.value = false;
      noTilt.value = 'silent';
    }, SILENT_MS);
  }

  return {
    held: computed(() => held.value),
    ...{ byDevice, noTilt, point, useDevice },
    /** Level again, and as the device is held now is level. */
    rest: () => {
      down.clear();
      level = null;
      held.value = LEVEL_HELD;
    },
    byHand: () => (byDevice.value = false),
  };
}
