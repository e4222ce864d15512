import { randomUUID } from 'node:crypto';
import { INGREDIENTS } from '#core/ingredients';
import type { EventKind, Payload, StoredEvent } from '#core/run';
import { DEFAULT_SETTINGS, KITCHEN_FACTS, type NewRun, type StationReadingBody } from '#contract';
import type { StationBody } from '#core/plate';
import type { OwnLadle } from '#core/pour';
import { CREPE_PAN_ONE } from '#demo';
import type { TestKitchen } from './test-kitchen.ts';

/** An event as a device would send it. */
export function made<K extends EventKind>(kind: K, payload: Payload<K>, more: Partial<StoredEvent> = {}): StoredEvent {
  return {
    id: randomUUID(),
    kind,
    v: 1,
    deviceId: '0190b000-0000-7000-8000-00000000000d',
    deviceAtMs: 1_780_000_000_000,
    offsetMs: 12,
    offsetSpreadMs: 4,
    tapId: randomUUID(),
    payload: payload as Record<string, unknown>,
    ...more,
  };
}

/** An ingredient of a kitchen's own, as the form sends it. */
export function ownFlour() {
  const { id: _id, ...plain } = INGREDIENTS.plainFlour;
  return { ...plain, name: 'Acorn flour', allergens: [] };
}

/** A pan over a burner of the kitchen. */
export function panOver(burnerId: string): StationBody {
  return { ...CREPE_PAN_ONE, name: 'Iron pan', zones: [{ ...CREPE_PAN_ONE.zones[0]!, burnerId }] };
}

/** A probe on a pan that was lit half an hour before. */
export function probed(surfaceC = 190): StationReadingBody {
  return {
    zoneId: 'P',
    roomC: 20,
    turns: [{ beforeS: 1800, mark: 5 }],
    spot: { xMm: 120, yMm: 120 },
    reading: { method: 'probe', surfaceC, sdC: 2.5 },
  };
}

export function ownLadle(): OwnLadle {
  return { name: 'Dented ladle', jugMl: [71, 144, 214] };
}

/** A run with its brief, as the form sends it. */
export function newRun(kitchen: TestKitchen, more: Partial<NewRun> = {}): NewRun {
  return {
    id: randomUUID(),
    name: 'Boat day',
    timeZone: 'Europe/London',
    rehearsal: false,
    formulaIds: [kitchen.formulaId],
    stationIds: [kitchen.griddleId],
    events: [
      made('brief-set', {
        serviceAtMs: 1_780_000_000_000,
        items: [{ formulaId: kitchen.formulaId, pieces: 12, stationIds: [kitchen.griddleId] }],
      }),
    ],
    ...more,
  };
}

/** What makes a kitchen, with an owner of its own. */
export function newKitchen(more: object = {}) {
  const stamp = randomUUID().slice(0, 8);
  return {
    name: `Hide ${stamp}`,
    timeZone: 'Europe/London',
    facts: KITCHEN_FACTS,
    settings: DEFAULT_SETTINGS,
    owner: { name: `Keeper ${stamp}`, passphrase: 'old lived copper womanhood' },
    ...more,
  };
}
