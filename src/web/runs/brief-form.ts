import { DateTime } from 'luxon';
import * as v from 'valibot';
import { zoneAreaM2 } from '#core/plate';
import type { Brief } from '#core/run';
import type { Formula, Station } from '#contract';
import { at, filled, orNothing, whole } from '../forms/fields.ts';
import { t } from '../words/index.ts';

const MAX_PIECES = 2000;
const MAX_PEOPLE = 2000;
type Stations = readonly Pick<Station, 'id' | 'body'>[];

/** What is typed of a new run. */
export interface NewRunForm {
  name: string;
  service: { date: string; time: string };
  people: string;
  /** By formula: pieces as typed, and its stations. */
  items: Record<string, { pieces: string; stationIds: string[] }>;
}

/** Pieces as typed. */
export const wantedPieces = () => whole(1, MAX_PIECES, () => t('newRun.error.pieces'));
export const wantedPeople = () => whole(1, MAX_PEOPLE, () => t('newRun.error.people'));

/** When a wall clock shows a time of a day in a zone, ms; `pastMs` refuses what is over. */
export const serviceAt = (zone: string, pastMs = -Infinity) =>
  v.pipe(
    v.object({ date: v.string(), time: v.string() }),
    v.transform(({ date, time }) => DateTime.fromISO(`${date}T${time}`, { zone })),
    v.rawTransform(({ dataset: { value: moment }, addIssue, NEVER }): number => {
      const fault = !moment.isValid ? 'time' : moment.toMillis() < pastMs ? 'past' : null;
      if (fault === null) return moment.toMillis();
      addIssue({ message: t(`newRun.error.${fault}`), path: at({}, 'time') });
      return NEVER;
    }),
  );

/** What is typed of a new run over the kitchen's formulas and stations: its name and its brief. */
export function newRunSchema(
  formulas: readonly Pick<Formula, 'id'>[],
  stations: Stations,
  { zone, nowMs }: { readonly zone: string; readonly nowMs: number },
): v.GenericSchema<NewRunForm, { readonly name: string; readonly brief: Brief }> {
  const item = v.object({ pieces: orNothing(wantedPieces(), '0'), stationIds: v.array(v.string()) });
  const typed = v.object({
    name: filled(() => t('newRun.error.name')),
    service: serviceAt(zone, nowMs),
    people: orNothing(wantedPeople()),
    items: v.record(v.string(), item),
  });
  const wanted = (items: v.InferOutput<typeof typed>['items']): Brief['items'] =>
    formulas.flatMap(({ id: formulaId }) => {
      const { pieces, stationIds = [] } = items[formulaId] ?? {};
      return pieces === undefined ? [] : [{ formulaId, pieces, stationIds: [...stationIds] }];
    });
  return v.pipe(
    typed,
    v.rawCheck(({ dataset, addIssue }) => {
      if (!dataset.typed) return;
      for (const { field, message } of itemFaults(wanted(dataset.value.items), stations))
        addIssue({ message, path: at(dataset.value, field) });
    }),
    v.transform(({ name, service: serviceAtMs, people, items }) => {
      return { name, brief: { items: wanted(items), serviceAtMs, ...(people ? { people } : {}) } };
    }),
  );
}

function itemFaults(items: Brief['items'], stations: Stations): { field: string; message: string }[] {
  if (items.length === 0) return [{ field: 'items', message: t('newRun.error.nothing') }];
  const taken = new Set<string>();
  const faults = items.flatMap(({ formulaId, stationIds }) => {
    const fault = stationIds.length === 0 ? 'station' : stationIds.some((id) => taken.has(id)) ? 'stationTwice' : null;
    stationIds.forEach((id) => taken.add(id));
    return fault ? [{ field: `items.${formulaId}.pieces`, message: t(`newRun.error.${fault}`) }] : [];
  });
  const shared = sharedBurner(
    items.flatMap(({ stationIds }) => stationIds),
    stations,
  );
  return shared ? [...faults, { field: 'items', message: t('newRun.error.sameBurner', shared) }] : faults;
}

/** Two of these stations that stand on one burner, by name. */
function sharedBurner(
  stationIds: readonly string[],
  stations: Stations,
): { readonly names: string; readonly burner: string } | null {
  const chosen = stations.filter(({ id }) => stationIds.includes(id));
  for (const { body } of chosen)
    for (const zone of body.zones) {
      const over = chosen.filter((each) => each.body.zones.some((other) => other.burnerId === zone.burnerId));
      if (zone.burnerId && over.length > 1)
        return { names: over.map((each) => each.body.name).join(', '), burner: zone.burnerName ?? '' };
    }
  return null;
}

/** A thin batter goes to two bare pans, one pair of hands keeps so many; cakes to the largest griddle. Common practice, no source. */
export function usualStations(stations: Stations, thin: boolean): string[] {
  const area = ({ body }: Stations[number]) => zoneAreaM2(body) * body.zones.length;
  const suited = stations.filter(({ body }) => (body.shape.kind === 'rectangle') !== thin);
  const bare = suited.filter(({ body }) => body.coating !== 'nonStick');
  const first = (bare.length ? bare : suited.length ? suited : stations).toSorted((a, b) => area(b) - area(a));
  const apart: string[] = [];
  for (const { id } of first) if (!sharedBurner([...apart, id], stations)) apart.push(id);
  return apart.slice(0, thin ? 2 : 1);
}
