import type { SurfaceBasis } from '#core/heating';

/** What must be known of a zone to say which of its places are fit. */
interface FitZone {
  readonly basis: SurfaceBasis;
  readonly places: readonly { readonly id: string; readonly fitness: string }[];
}

/** Places where a piece would come out; a zone of which none is left is poured as it is. */
export function fitPlaces(
  zone: FitZone | undefined,
  free: readonly string[] = zone?.places.map(({ id }) => id) ?? [],
): readonly string[] {
  if (zone?.basis !== 'reading') return free;
  const fit = new Set(zone.places.filter(({ fitness }) => fitness === 'good').map(({ id }) => id));
  return fit.size > 0 ? free.filter((id) => fit.has(id)) : free;
}
