import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';

/** The words of a PDF, page after page, blanks run together. */
export async function pdfText(bytes: Uint8Array): Promise<string> {
  const document = await getDocument({ data: new Uint8Array(bytes), useSystemFonts: false }).promise;
  const pages = await Promise.all(
    Array.from({ length: document.numPages }, async (_, i) =>
      (await (await document.getPage(i + 1)).getTextContent()).items
        .map((item) => ('str' in item ? item.str : ''))
        .join(' '),
    ),
  );
  return pages.join(' ').replace(/\s+/g, ' ');
}
