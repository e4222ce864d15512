import type { Batter, Lot, LotTap } from './lot-state.ts';
import type { HeatReading, SpotOnPlate, Zone } from '#core/plate';
import type { Centre, Cue, Fault, Turn } from '#core/piece';
import type { PlacePour } from '#core/pour';
import type { FilmWord } from '#core/swirl';
import type { Brief, EventKind, Payload } from './payloads.ts';

/** A task of the cook's own. */
export interface Task {
  readonly taskId: string;
  readonly text: string;
  readonly beforeMin: number;
  readonly everyMin: number | null;
}

/** A look at a zone; its event can be taken back. */
export type Reading = HeatReading & {
  readonly atMs: number;
  readonly eventId: string;
  readonly spot?: SpotOnPlate | undefined;
};

/** What heats a zone from a moment on. */
export interface BurnerTurned {
  readonly atMs: number;
  /** 0 while the plate stands aside. */
  readonly mark: number;
  /** Only while it stands aside: what is on its burner's dial all the same. */
  readonly dialMark?: number;
  readonly eventId: string;
}

export interface ZoneState {
  readonly stationId: string;
  readonly zoneId: string;
  readonly turns: BurnerTurned[];
  readonly readings: Reading[];
  /** Burners it was put on since the run began, oldest first. */
  readonly swaps: { readonly atMs: number; readonly burner: Omit<Zone, 'id'>; readonly eventId: string }[];
  readonly fatPutMs: number[];
  assumed: { readonly atMs: number; readonly surfaceC: number; readonly sdC: number } | null;
}

/** A place as a hand laid it, with a pour of its own or the run's. */
export interface LaidPlace {
  readonly id: string;
  readonly zoneId: string;
  readonly xMm: number;
  readonly yMm: number;
  readonly pour?: PlacePour | undefined;
}

type Fate = 'firstSide' | 'secondSide' | 'lifted' | 'failed';

export interface Piece {
  readonly id: string;
  /** Order of pouring in the run, from 1. */
  readonly number: number;
  readonly formulaId: string;
  /** Which lot it came from, and how many doses were in that by then. */
  readonly lot: number;
  readonly doses: number;
  readonly stationId: string;
  readonly placeId: string;
  readonly zoneId: string;
  readonly volumeMl: number;
  /** How many of the run's pours it is worth: of a place with a pour of its own its share of one, else 1. */
  readonly worth: number;
  /** The ring or mould it was poured into, and the places as they were laid then: what comes later does not move it. */
  readonly mouldMm: number | null;
  readonly laid: readonly LaidPlace[] | null;
  readonly pouredAtMs: number;
  flippedAtMs: number | null;
  offAtMs: number | null;
  fate: Fate;
  /** The taps it was turned and taken off by; a row shares one. */
  flipTapId: string | null;
  offTapId: string | null;
  /** Sides whose end nobody tapped: its moment is a guess. */
  readonly assumed: { first: boolean; second: boolean };
  /** How it stood as it was turned, when somebody said. */
  turn: Turn | null;
  /** How its middle was, cut open as it came off. */
  centre: Centre | null;
  /** How its film lay, when somebody said; the last word stands. */
  film: FilmWord | null;
  /** What was dabbed on a hole of it, mL. */
  dabbedMl: number;
  /** What was told of its film as it was poured. */
  filmShown: FilmShown | null;
  /** What was seen to be wrong with it. */
  readonly faults: { readonly fault: Fault; readonly atMs: number }[];
  readonly cues: { readonly cue: Cue | 'notYet'; readonly atMs: number }[];
  /** When somebody said that it was too soon to take it off. */
  readonly secondNotYetMs: number[];
  /** The last window shown for each side. */
  readonly shown: { first: Shown | null; second: Shown | null };
}

export type FilmShown = Omit<Payload<'film-shown'>, 'pieceId' | 'modelVersion'>;

export type Shown = Payload<'window-shown'>['window'];

/** A tap that can be taken back. */
export interface Tap {
  readonly tapId: string;
  readonly deviceId: string;
  readonly eventIds: string[];
  /** Of its last event, as its moment is: what goes before in one tap is caught up on. */
  kind: EventKind;
  atMs: number;
  /** Marks of the places it touched, for its label. */
  readonly placeIds: string[];
}

export interface Refusal {
  readonly eventId: string;
  readonly kind: string;
  readonly reason: RefusalReason;
}

export type RefusalReason =
  | 'unknownKind'
  | 'newerVersion'
  | 'badPayload'
  | 'unknownFormula'
  | 'unknownStation'
  | 'unknownPlace'
  | 'placeTaken'
  | 'pieceExists'
  | 'noSuchPiece'
  | 'alreadyFlipped'
  | 'notFlipped'
  | 'alreadyOff'
  | 'stillOnPlate'
  | 'notMixed'
  | 'alreadyMixed'
  | 'lotDiscarded'
  | 'stillToCome'
  | 'notRehearsal'
  | 'rehearsal'
  | 'runFinished';

/** Something a cook should know of what another hand did: a tap that could not count, or one that was taken back. */
export interface Clash {
  readonly eventId: string;
  readonly what: 'refused' | 'takenBack';
  /** Kind of the event that did not count or was taken back. */
  readonly kind: EventKind;
  /** Why it could not count. */
  readonly reason: RefusalReason | null;
  readonly placeId: string | null;
  /** Whose tap it was, and for one taken back, who took it. */
  readonly deviceId: string;
  readonly byDeviceId: string | null;
  readonly personId: string | null;
  readonly byPersonId: string | null;
  /** When it came to this, in the run's own time. */
  readonly atMs: number;
}

export interface RehearsalClock {
  /** Corrected real time at which the clock was set. */
  readonly setAtMs: number;
  readonly simAtMs: number;
  readonly speed: number;
}

/** Everything a screen shows that was decided by a hand. No physics here. */
export interface RunState {
  readonly brief: Brief | null;
  readonly plan: (Payload<'plan-adopted'> & { readonly atMs: number }) | null;
  readonly batters: ReadonlyMap<string, Batter>;
  /** By `lotKey`. */
  readonly lots: ReadonlyMap<string, Lot>;
  /** By formula. */
  readonly lastLotTap: ReadonlyMap<string, LotTap>;
  /** How warm room and fridge were read to be this morning, °C; null: nobody read it. */
  readonly climate: { readonly roomC: number | null; readonly fridgeC: number | null };
  readonly tasks: readonly Task[];
  /** When each task was done, oldest first. */
  readonly tasksDone: ReadonlyMap<string, readonly number[]>;
  readonly zones: ReadonlyMap<string, ZoneState>;
  readonly portionMl: ReadonlyMap<string, number>;
  /** By formula: how wide the ring or mould is that it is poured into. */
  readonly mouldMm: ReadonlyMap<string, number>;
  /** By `onStation`: places that were laid by hand or by wish. */
  readonly places: ReadonlyMap<string, readonly LaidPlace[]>;
  /** Cautions that need not be told again; with their station, when they are about one. */
  readonly cautionsRead: ReadonlySet<string>;
  readonly pieces: ReadonlyMap<string, Piece>;
  /** By formula: the piece that others are to be like. */
  readonly aims: ReadonlyMap<string, string>;
  /** By formula: how long its second side takes, where the cook pinned it, s. */
  readonly secondSideS: ReadonlyMap<string, number>;
  /** Piece on each place of each station, by `placeKey`. */
  readonly onPlate: ReadonlyMap<string, string>;
  /** What it leaves for runs to come, when all was off. */
  readonly learned: Payload<'run-learned'> | null;
  readonly notes: readonly (Payload<'note-kept'> & { readonly atMs: number; readonly eventId: string })[];
  /** Taps that still stand, oldest first. */
  readonly taps: readonly Tap[];
  readonly clock: RehearsalClock | null;
  readonly finishedAtMs: number | null;
  readonly refused: readonly Refusal[];
  readonly clashes: readonly Clash[];
  /** Up to here no event is missing; later ones may have come already. */
  readonly lastSeq: number;
  /** Events folded, waiting ones included. */
  readonly eventCount: number;
  readonly waiting: number;
}

export function zoneKey(stationId: string, zoneId: string): string {
  return `${stationId}/${zoneId}`;
}

/** A batter on a station. */
export function onStation(formulaId: string, stationId: string): string {
  return `${formulaId}/${stationId}`;
}

export function placeKey(stationId: string, placeId: string): string {
  return `${stationId}/${placeId}`;
}
