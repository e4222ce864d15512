import type { Memo } from '#core/memo';
import { In, type DataSource, type EntityManager } from 'typeorm';
import type { BurnerBody, Station, StationReading, StationReadingBody } from '#contract';
import type { CalibrationReading } from '#core/inference';
import { calibrationPins } from '#core/setup';
import { readingFault, stationFault, type ReadingFault, type StationBody, type StationFault } from '#core/plate';
import type { OwnLadle } from '#core/pour';
import type { Pins } from '#core/run';
import { inKitchen } from '../../database.ts';
import { badInput, idInUse, notFound } from '../../errors.ts';
import type { KnownSession } from '../../plugins/sessions.ts';
import { leftBehind } from '../learned/service.ts';
import { BurnerEntity, LadleEntity, StationEntity, StationReadingEntity, type StationReadingRow } from './entity.ts';
import { addRecord, allRecords, archiveRecord, editRecord, type Kept, type RecordOf } from './versioned-record.ts';

const STATIONS: Kept<StationBody> = {
  ...{ entity: StationEntity, noun: 'This station', idField: 'stationId', audit: 'station' },
  nameOf: (body) => body.name,
};
export const BURNERS: Kept<BurnerBody> = {
  ...{ entity: BurnerEntity, noun: 'This burner', idField: 'burnerId', audit: 'burner' },
  nameOf: (body) => body.burnerName,
};
export const LADLES: Kept<OwnLadle> = {
  ...{ entity: LadleEntity, noun: 'This ladle', idField: 'ladleId', audit: 'ladle' },
  nameOf: (body) => body.name,
};

/** Readings of one station that are looked at: older ones have faded out of what is believed. */
const MAX_READINGS = 60;

/** Everything of a sort in the session's kitchen. */
export async function keptOf<B>(source: DataSource, session: KnownSession, sort: Kept<B>): Promise<RecordOf<B>[]> {
  return inKitchen(source, session.kitchenId, (manager) => allRecords(manager, sort));
}

export async function add<B>(
  source: DataSource,
  session: KnownSession,
  sort: Kept<B>,
  wanted: { readonly id: string; readonly body: B },
): Promise<RecordOf<B>> {
  return inKitchen(source, session.kitchenId, (manager) => addRecord(manager, sort, session, wanted));
}

export async function edit<B>(
  source: DataSource,
  session: KnownSession,
  sort: Kept<B>,
  id: string,
  change: { readonly version: number; readonly body: B },
): Promise<RecordOf<B>> {
  return inKitchen(source, session.kitchenId, (manager) => editRecord(manager, sort, session, id, change));
}

export async function archive<B>(
  source: DataSource,
  session: KnownSession,
  sort: Kept<B>,
  id: string,
  archived: boolean,
): Promise<RecordOf<B>> {
  return inKitchen(source, session.kitchenId, (manager) => archiveRecord(manager, sort, session, id, archived));
}

/** Stations of the kitchen with their burners as these stand now, those put away too, by their first zone. */
export async function stations(source: DataSource, session: KnownSession): Promise<Station[]> {
  return inKitchen(source, session.kitchenId, (manager) => currentStations(manager));
}

async function currentStations(manager: EntityManager, ids?: string[]): Promise<Station[]> {
  const rows = await manager.find(StationEntity, ids ? { where: { id: In(ids) } } : {});
  const burners = await burnersById(manager);
  return rows
    .map(({ id, version, body, archivedAt }) => ({
      ...{ id, version, archived: archivedAt !== null },
      body: overBurners(body, burners),
    }))
    .sort((a, b) => a.body.zones[0]!.id.localeCompare(b.body.zones[0]!.id) || a.body.name.localeCompare(b.body.name));
}

async function burnersById(manager: EntityManager): Promise<Map<string, BurnerBody>> {
  return new Map((await manager.find(BurnerEntity)).map(({ id, body }) => [id, body]));
}

/** A station over its burners as they stand now: a burner that was changed is changed under every plate. */
function overBurners(body: StationBody, burners: ReadonlyMap<string, BurnerBody>): StationBody {
  return {
    ...body,
    zones: body.zones.map((zone) => {
      const burner = zone.burnerId ? burners.get(zone.burnerId) : undefined;
      return burner ? { id: zone.id, burnerId: zone.burnerId, ...burner } : zone;
    }),
  };
}

const FAULTS: Record<StationFault['code'], { message: string; hint: string }> = {
  oneBurner: { message: 'A round plate stands on one burner.', hint: 'Leave one zone, or make it a rectangle.' },
  sameZone: { message: 'Two zones have the same letter.', hint: 'Give each zone its own.' },
  sameBurner: { message: 'Two zones stand on the same burner.', hint: 'Choose another burner for one of them.' },
  wellsTooWide: {
    message: 'So many wells of this width do not fit the pan.',
    hint: 'Measure a well across its mouth.',
  },
};

/** @throws RequestError 400 naming the field, when the station cannot be or names a burner the kitchen has not */
async function mustStand(manager: EntityManager, body: StationBody): Promise<void> {
  const fault = stationFault(body);
  if (fault) throw badInput(FAULTS[fault.code].message, `body.${fault.field}`, FAULTS[fault.code].hint);
  const burners = await burnersById(manager);
  const index = body.zones.findIndex(({ burnerId }) => !burnerId || !burners.has(burnerId));
  if (index >= 0)
    throw badInput(
      'Choose which burner of the kitchen it stands on.',
      `body.zones[${index}].burnerId`,
      'Add it first.',
    );
}

export async function addStation(
  source: DataSource,
  session: KnownSession,
  wanted: { readonly id: string; readonly body: StationBody },
): Promise<Station> {
  return inKitchen(source, session.kitchenId, async (manager) => {
    await mustStand(manager, wanted.body);
    await addRecord(manager, STATIONS, session, wanted);
    return (await currentStations(manager, [wanted.id]))[0]!;
  });
}

export async function editStation(
  source: DataSource,
  session: KnownSession,
  id: string,
  change: { readonly version: number; readonly body: StationBody },
): Promise<Station> {
  return inKitchen(source, session.kitchenId, async (manager) => {
    if (!(await manager.existsBy(StationEntity, { id }))) throw notFound('This station', 'stationId');
    await mustStand(manager, change.body);
    await editRecord(manager, STATIONS, session, id, change);
    return (await currentStations(manager, [id]))[0]!;
  });
}

export async function archiveStation(
  source: DataSource,
  session: KnownSession,
  id: string,
  archived: boolean,
): Promise<Station> {
  return inKitchen(source, session.kitchenId, async (manager) => {
    await archiveRecord(manager, STATIONS, session, id, archived);
    return (await currentStations(manager, [id]))[0]!;
  });
}

/** What was read of a station outside and inside of real runs, newest first: what the next run will go by. */
export async function stationReadings(
  source: DataSource,
  session: KnownSession,
  stationId: string,
): Promise<StationReading[]> {
  return inKitchen(source, session.kitchenId, async (manager) => {
    if (!(await manager.existsBy(StationEntity, { id: stationId }))) throw notFound('This station', 'stationId');
    const outside = (await readingsOf(manager, [stationId])).map(toReading);
    const inside = readInRuns(await leftBehind(manager), stationId);
    return [...outside, ...inside].sort((a, b) => b.atMs - a.atMs).slice(0, MAX_READINGS);
  });
}

function readInRuns(runs: Awaited<ReturnType<typeof leftBehind>>, ofStationId: string): StationReading[] {
  return runs.flatMap(({ run, learned }) =>
    learned.readings.flatMap(({ stationId, atMs, ...body }, index) =>
      stationId === ofStationId ? [{ id: `${run.id}-${index}`, stationId, atMs, body, run }] : [],
    ),
  );
}

async function readingsOf(manager: EntityManager, stationIds: string[]): Promise<StationReadingRow[]> {
  return manager.find(StationReadingEntity, {
    where: { stationId: In(stationIds) },
    order: { madeAt: 'DESC' },
    take: MAX_READINGS * stationIds.length,
  });
}

function toReading({ id, stationId, madeAt, body }: StationReadingRow): StationReading {
  return { id, stationId, atMs: madeAt.getTime(), body };
}

const READING_FAULTS: Record<ReadingFault, string> = {
  dropOnCoating: 'A drop of water says nothing on this coating.',
  dropOnOil: 'A drop of water says nothing on oil.',
  smokeOnNonStick: 'Smoke comes far too late on non-stick: stay below 260 °C.',
};

/** Keeps a reading. Sent again with the same id it changes nothing. */
export async function addReading(
  source: DataSource,
  session: KnownSession,
  stationId: string,
  wanted: { readonly id: string; readonly body: StationReadingBody },
): Promise<StationReading> {
  return inKitchen(source, session.kitchenId, async (manager) => {
    const [station] = await currentStations(manager, [stationId]);
    if (!station) throw notFound('This station', 'stationId');
    const zone = station.body.zones.find(({ id }) => id === wanted.body.zoneId);
    if (!zone) throw badInput('The station has no such zone.', 'body.zoneId');
    const fault = readingFault(wanted.body.reading.method, station.body, false);
    if (fault) throw badInput(READING_FAULTS[fault], 'body.reading.method', 'Read it another way.');
    const body = { ...wanted.body, ...(zone.burnerId ? { burnerId: zone.burnerId } : {}) };
    await manager
      .createQueryBuilder()
      .insert()
      .into(StationReadingEntity)
      .values({ id: wanted.id, kitchenId: session.kitchenId, stationId, body, madeBy: session.personId } as never)
      .orIgnore()
      .execute();
    const row = await manager.findOne(StationReadingEntity, { where: { id: wanted.id, stationId } });
    if (!row) throw idInUse();
    return toReading(row);
  });
}

/** Takes a reading back: it was of another plate, or typed wrong. */
export async function dropReading(
  source: DataSource,
  session: KnownSession,
  stationId: string,
  readingId: string,
): Promise<void> {
  await inKitchen(source, session.kitchenId, async (manager) => {
    if (!(await manager.existsBy(StationEntity, { id: stationId }))) throw notFound('This station', 'stationId');
    const gone = await manager.delete(StationReadingEntity, { id: readingId, stationId });
    if (!gone.affected) throw notFound('This reading', 'readingId');
  });
}

/**
 * Stations as a run pins them: with what readings outside and inside of real runs say of each plate over its burner.
 * What a simulated probe said counts in rehearsals only.
 */
export async function pinnedStations(
  manager: EntityManager,
  ids: string[],
  rehearsal: boolean,
  inRuns: readonly (CalibrationReading & { readonly stationId: string })[],
  memo: Memo,
): Promise<Pins['stations']> {
  const found = await currentStations(manager, ids);
  const readings = found.length > 0 ? await readingsOf(manager, ids) : [];
  return found.map(({ id, version, body }) => {
    const outside = readings
      .filter((row) => row.stationId === id)
      .map((row): CalibrationReading => ({ ...row.body, atMs: row.madeAt.getTime() }));
    const own = [...outside, ...inRuns.filter(({ stationId }) => stationId === id)]
      .filter(({ reading }) => rehearsal || reading.method !== 'simulatedProbe')
      .sort((a, b) => b.atMs - a.atMs)
      .slice(0, MAX_READINGS);
    const calibration = calibrationPins(body, own, memo);
    return { id, version, body, ...(calibration.length > 0 ? { calibration } : {}) };
  });
}
