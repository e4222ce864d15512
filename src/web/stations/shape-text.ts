import type { StationBody } from '#core/plate';
import { number } from '../parts/format.ts';
import { t } from '../words/index.ts';

const cm = (mm: number) => number(mm / 10, mm % 10 ? 1 : 0);

/** A plate's size in words: "90 × 45 cm", "24 cm round". */
export function shapeText({ shape }: StationBody): string {
  switch (shape.kind) {
    case 'rectangle':
      return t('station.rectangle', { w: cm(shape.widthMm), d: cm(shape.depthMm) });
    case 'round':
      return t('station.round', { d: cm(shape.diameterMm) });
    case 'wells':
      return t('station.wells', { n: shape.count, d: cm(shape.wellMm) });
  }
}
