import type { TDocumentDefinitions } from 'pdfmake/interfaces';

/** A batter on one page, in words. */
export interface BatterCard {
  readonly title: string;
  readonly makes: string;
  readonly run: string;
  readonly amounts: {
    readonly title: string;
    readonly rows: readonly (readonly [name: string, weight: string, cups: string])[];
  };
  readonly method: { readonly title: string; readonly steps: readonly string[] };
  readonly lines: readonly { readonly title: string; readonly text: string }[];
  readonly allergens: string;
  readonly raw: string;
}

/** One page a batter, to hang beside the bowl. */
export function cardsPage(cards: readonly BatterCard[]): TDocumentDefinitions {
  return {
    pageSize: 'A5',
    pageMargins: 28,
    content: cards.map((card, index) => ({
      stack: [
        { text: card.title, bold: true, fontSize: 20 },
        { text: `${card.makes} ${card.run}`, color: '#555555', margin: [0, 0, 0, 8] },
        { text: card.amounts.title, bold: true, fontSize: 12 },
        {
          table: {
            headerRows: 0,
            widths: ['*', 'auto', 'auto'],
            body: card.amounts.rows.map(([name, weight, cups]) => [
              name,
              { text: weight, bold: true, alignment: 'right' },
              { text: cups, color: '#555555' },
            ]),
          },
          layout: 'lightHorizontalLines',
          margin: [0, 2, 0, 8],
        },
        { text: card.method.title, bold: true, fontSize: 12 },
        { ol: [...card.method.steps], margin: [0, 2, 0, 8] },
        ...card.lines.map(({ title, text }) => ({
          text: [{ text: `${title}: `, bold: true }, text],
          margin: [0, 0, 0, 3] as [number, number, number, number],
        })),
        { text: card.allergens, bold: true, margin: [0, 6, 0, 0] },
        { text: card.raw, fontSize: 8 },
      ],
      ...(index > 0 ? { pageBreak: 'before' as const } : {}),
    })),
  };
}
