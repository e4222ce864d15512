import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces';

/** A label for one tub, in words. */
export interface TubLabel {
  readonly title: string;
  readonly lot: string;
  readonly mixed: string;
  readonly use: string;
  readonly discard: string;
  readonly allergens: string;
  readonly plate: string;
  readonly raw: string;
  readonly run: string;
}

/** Labels of 90 × 55 mm, two across, with lines to cut along. */
export function labelsPage(labels: readonly TubLabel[]): TDocumentDefinitions {
  const pairs: TubLabel[][] = [];
  for (let i = 0; i < labels.length; i += 2) pairs.push(labels.slice(i, i + 2));
  return {
    pageSize: 'A4',
    pageMargins: 28,
    content: [
      {
        table: {
          widths: [MM * 90, MM * 90],
          heights: MM * 55,
          body: pairs.map(([one, two]) => [labelOf(one!), two ? labelOf(two) : '']),
          dontBreakRows: true,
        },
        layout: {
          hLineColor: () => '#999999',
          vLineColor: () => '#999999',
          hLineStyle: () => ({ dash: { length: 3 } }),
          vLineStyle: () => ({ dash: { length: 3 } }),
          paddingLeft: () => 8,
          paddingRight: () => 8,
          paddingTop: () => 6,
          paddingBottom: () => 6,
        },
      },
    ],
  };
}

/** Points in a millimetre. */
const MM = 72 / 25.4;

function labelOf(label: TubLabel): Content {
  return {
    stack: [
      {
        columns: [
          { text: label.title, bold: true, fontSize: 15 },
          { text: label.lot, alignment: 'right', width: 'auto' },
        ],
      },
      { text: label.mixed, fontSize: 12, margin: [0, 2, 0, 0] },
      { text: label.use },
      { text: label.discard, bold: true, fontSize: 13 },
      { text: label.allergens, bold: true, margin: [0, 4, 0, 0] },
      ...(label.plate ? [{ text: label.plate }] : []),
      { text: label.raw, fontSize: 8, margin: [0, 3, 0, 0] },
      { text: label.run, fontSize: 8, color: '#555555' },
    ],
  };
}
