import { watch, type Ref } from 'vue';
import { useSession } from '../../stores/session.ts';

/** Short tones, Hz and seconds: due rises, late is low and double, a film that sets is one high one, heat falls. */
const TONES = {
  due: [
    [660, 0.09],
    [880, 0.12],
  ],
  late: [
    [220, 0.16],
    [220, 0.16],
  ],
  sets: [[990, 0.25]],
  heat: [
    [520, 0.1],
    [390, 0.16],
  ],
} as const;
export type Tone = keyof typeof TONES;

let audio: AudioContext | undefined;

/** Plays a tone, unless sound is off or the browser has not been touched yet. */
function playTone(tone: Tone): void {
  if (!useSession().settings.sound || !navigator.userActivation?.hasBeenActive) return;
  audio ??= new AudioContext();
  let at = audio.currentTime;
  for (const [frequency, length] of TONES[tone]) {
    const oscillator = audio.createOscillator();
    const gain = audio.createGain();
    oscillator.frequency.value = frequency;
    gain.gain.setValueAtTime(0.0001, at);
    gain.gain.exponentialRampToValueAtTime(0.25, at + 0.01);
    gain.gain.exponentialRampToValueAtTime(0.0001, at + length);
    oscillator.connect(gain).connect(audio.destination);
    oscillator.start(at);
    oscillator.stop(at + length);
    at += length + 0.04;
  }
  if ('vibrate' in navigator) navigator.vibrate(tone === 'late' ? [120, 60, 120] : 80);
}

/** Plays a tone whenever the key changes to a new, non-empty one. */
export function useTone(tone: Tone, key: Ref<string | null>): void {
  watch(key, (now, before) => {
    if (now && now !== before) playTone(tone);
  });
}
