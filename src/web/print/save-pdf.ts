import type { TDocumentDefinitions } from 'pdfmake/interfaces';
import boldUrl from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-700-normal.woff?url';
import plainUrl from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-400-normal.woff?url';

const FONT = 'Atkinson';

/** Makes a page with the application's own font and hands it to the cook as a file. Loads its maker when first asked. */
export async function savePdf(page: TDocumentDefinitions, name: string): Promise<void> {
  const [{ default: maker }, plain, bold] = await Promise.all([
    import('pdfmake/build/pdfmake.min.js'),
    base64Of(plainUrl),
    base64Of(boldUrl),
  ]);
  maker.addVirtualFileSystem({ 'plain.woff': plain, 'bold.woff': bold });
  maker.addFonts({
    [FONT]: { normal: 'plain.woff', bold: 'bold.woff', italics: 'plain.woff', bolditalics: 'bold.woff' },
  });
  await maker.createPdf({ ...page, defaultStyle: { font: FONT, fontSize: 10 } }).download(`${name}.pdf`);
}

async function base64Of(url: string): Promise<string> {
  const bytes = new Uint8Array(await (await fetch(url)).arrayBuffer());
  let text = '';
  for (const byte of bytes) text += String.fromCharCode(byte);
  return btoa(text);
}
