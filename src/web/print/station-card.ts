import type { TDocumentDefinitions } from 'pdfmake/interfaces';

/** A station on one page, in words. */
export interface StationCard {
  readonly title: string;
  readonly facts: string;
  readonly dials: readonly {
    readonly title: string;
    readonly found: string;
    readonly rows: readonly (readonly [mark: string, holds: string])[];
  }[];
  readonly columns: readonly [mark: string, holds: string];
  readonly care: { readonly title: string; readonly text: string };
  readonly cautions: { readonly title: string; readonly lines: readonly string[] };
}

/** One page, to hang beside the plate. */
export function stationPage(card: StationCard): TDocumentDefinitions {
  return {
    pageSize: 'A5',
    pageMargins: 28,
    content: [
      { text: card.title, bold: true, fontSize: 20 },
      { text: card.facts, color: '#555555', margin: [0, 0, 0, 8] },
      ...card.dials.map((dial) => ({
        stack: [
          { text: dial.title, bold: true, fontSize: 12 },
          { text: dial.found, margin: [0, 0, 0, 2] as [number, number, number, number] },
          {
            table: {
              headerRows: 1,
              widths: ['auto', '*'],
              body: [[...card.columns], ...dial.rows.map(([mark, holds]) => [{ text: mark, bold: true }, holds])],
            },
            layout: 'lightHorizontalLines',
            margin: [0, 2, 0, 8] as [number, number, number, number],
          },
        ],
        unbreakable: true,
      })),
      ...(card.care.text ? [{ text: card.care.title, bold: true, fontSize: 12 }, { text: card.care.text }] : []),
      { text: card.cautions.title, bold: true, fontSize: 12, margin: [0, 6, 0, 0] },
      { ul: [...card.cautions.lines] },
    ],
  };
}
