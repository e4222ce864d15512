import { LivePiece, type Appearance, type Cue, type FirstSideMoments, type Inside, type PieceInput } from '#core/piece';

/** How a piece really lies on its plate: part of it touches worse, part of a film has run thicker. */
export interface Patches {
  /** Share of the area that differs from the rest; 0: none. */
  readonly share: number;
  /** Factor on the contact there. */
  readonly contact: number;
  /** Factor on the thickness there; the rest is so much thinner that the pour is the same. */
  readonly thickness: number;
}

/** How a piece is inside and on both faces, with the darkest and lightest patch of each. */
export interface PatchedInside extends Inside {
  readonly firstDarkest: number;
  readonly firstLightest: number;
  readonly secondDarkest: number;
  readonly secondLightest: number;
}

/** A piece that is not the same all over: it is cooked when all of it is, and draws what its parts draw. */
export class Patchwork {
  private readonly parts: readonly { readonly share: number; readonly live: LivePiece }[];
  private readonly leavened: boolean;

  constructor(input: PieceInput, patches: Patches) {
    this.leavened = input.batter.type === 'leavened';
    const { share } = patches;
    const rest = share > 0 ? (1 - share * patches.thickness) / (1 - share) : 1;
    const of = (contact: number, thickness: number) =>
      new LivePiece({
        ...input,
        thicknessMm: input.thicknessMm * thickness,
        ...(input.parameters && {
          parameters: {
            ...input.parameters,
            contactWetWm2K: input.parameters.contactWetWm2K * contact,
            contactDryWm2K: input.parameters.contactDryWm2K * contact,
          },
        }),
      });
    this.parts = [
      { share: 1 - share, live: of(1, rest) },
      ...(share > 0 ? [{ share, live: of(patches.contact, patches.thickness) }] : []),
    ];
  }

  cook(plateC: number, spanS: number): void {
    for (const { live } of this.parts) live.cook(plateC, spanS);
  }

  get drawnWm2(): number {
    return this.parts.reduce((sum, { share, live }) => sum + share * live.drawnWm2, 0);
  }

  flip(): void {
    for (const { live } of this.parts) live.flip();
  }

  get followed(): boolean {
    return this.parts.every(({ live }) => live.followed);
  }

  /** It holds when all of it does; the sign is that of most of it; it is too late when any of it is dark. */
  moments(): FirstSideMoments {
    const all = this.parts.map(({ live }) => live.moments());
    const { bestS } = all[0]!;
    const holds = all.map(({ holdsS }) => holdsS ?? Infinity);
    const darks = all.flatMap(({ darkS }) => darkS ?? []);
    return {
      ...(bestS === undefined ? {} : { bestS }),
      ...(holds.includes(Infinity) ? {} : { holdsS: Math.max(...holds) }),
      ...(darks.length ? { darkS: Math.min(...darks) } : {}),
    };
  }

  /**
   * When the cook's own sign had come, s from the pour; infinite while it has not: bubbles and holes are judged over most of
   * a face, a film is turned when all of it is set.
   */
  signS(): number {
    const shown = this.leavened ? this.parts.slice(0, 1) : this.parts;
    return Math.max(...shown.map(({ live }) => live.moments().bestS ?? Infinity));
  }

  /** What eyes see of it: the larger part. */
  cues(): Partial<Record<Cue, number>> {
    return this.parts[0]!.live.cues();
  }

  look(): Appearance {
    return this.parts[0]!.live.look();
  }

  inside(): PatchedInside {
    const all = this.parts.map(({ share, live }) => ({ share, ...live.inside() }));
    const mean = (of: (part: (typeof all)[number]) => number) =>
      all.reduce((sum, part) => sum + part.share * of(part), 0);
    const firsts = all.map(({ firstLStar }) => firstLStar);
    const seconds = all.map(({ secondLStar }) => secondLStar);
    return {
      coldestC: Math.min(...all.map(({ coldestC }) => coldestC)),
      cooked: all.every(({ cooked }) => cooked),
      firstLStar: mean(({ firstLStar }) => firstLStar),
      secondLStar: mean(({ secondLStar }) => secondLStar),
      firstDarkest: Math.min(...firsts),
      firstLightest: Math.max(...firsts),
      secondDarkest: Math.min(...seconds),
      secondLightest: Math.max(...seconds),
    };
  }
}
