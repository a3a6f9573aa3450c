import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import type {
  Content,
  CustomTableLayout,
  TDocumentDefinitions,
  TFontDictionary,
} from 'pdfmake/interfaces.js';
import { printable, printableText } from './printable.ts';

/** pdfmake is CommonJS and a singleton; it is set up here once. */
interface PdfMaker {
  setFonts(fonts: TFontDictionary): void;
  setLocalAccessPolicy(callback: (path: string) => boolean): void;
  setUrlAccessPolicy(callback: (url: string) => boolean): void;
  addTableLayouts(layouts: Readonly<Record<string, CustomTableLayout>>): void;
  createPdf(definition: TDocumentDefinitions): { getBuffer(): Promise<Buffer> };
}

const require = createRequire(import.meta.url);
const font = (name: string, file: string): string =>
  join(dirname(require.resolve(`@fontsource/${name}/package.json`)), 'files', file);

/** The fonts of the print. */
export const FONT_FILES: readonly [archivo: string, bold: string, mono: string] = [
  font('archivo', 'archivo-latin-400-normal.woff'),
  font('archivo', 'archivo-latin-700-normal.woff'),
  font('b612-mono', 'b612-mono-latin-700-normal.woff'),
];

/** How tables are ruled, by the name that a content asks for: `ruled` as on every sheet, `boxes` to write in. */
const LAYOUTS = {
  ruled: {
    hLineWidth: () => 0.5,
    vLineWidth: () => 0,
    hLineColor: () => '#CFCFC4',
    paddingLeft: () => 0,
    paddingRight: () => 6,
    paddingTop: () => 3,
    paddingBottom: () => 3,
  },
  boxes: {
    hLineWidth: () => 1,
    vLineWidth: () => 1,
    hLineColor: () => '#12202E',
    vLineColor: () => '#12202E',
    paddingLeft: () => 5,
    paddingRight: () => 5,
    paddingTop: () => 2,
    paddingBottom: () => 2,
  },
} as const;

function setUp(): PdfMaker {
  const maker = require('pdfmake') as PdfMaker;
  const [archivo, bold, mono] = FONT_FILES;
  maker.setFonts({
    Archivo: { normal: archivo, bold, italics: archivo, bolditalics: bold },
    Mono: { normal: mono, bold: mono, italics: mono, bolditalics: mono },
  });
  maker.addTableLayouts(LAYOUTS);
  maker.setLocalAccessPolicy((path) => FONT_FILES.includes(path));
  maker.setUrlAccessPolicy(() => false);
  return maker;
}

let maker: PdfMaker | undefined;

/** What is to be printed, in plain data: it goes to a thread of its own. */
export type PdfJob =
  | {
      readonly kind: 'cards';
      readonly size: 'A4' | 'A5';
      readonly content: Content[];
      readonly head: { readonly mark: string; readonly title: string };
      readonly foot: string;
    }
  | { readonly kind: 'sheet'; readonly content: Content[]; readonly foot: string; readonly title: string };

/** A card for the knee: larger type than a sheet has, the mark and the page on every side. */
function cards({ size, content, head, foot }: PdfJob & { readonly kind: 'cards' }): TDocumentDefinitions {
  const small = size === 'A5';
  return {
    info: { title: `${head.mark} cards` },
    pageSize: size,
    pageMargins: small ? [26, 50, 26, 30] : [42, 60, 42, 40],
    defaultStyle: { font: 'Archivo', fontSize: small ? 10.5 : 13, color: '#12202E', lineHeight: 1.15 },
    styles: {
      mark: { font: 'Mono', fontSize: small ? 15 : 20 },
      title: { fontSize: small ? 14 : 18, bold: true },
      challenge: { fontSize: small ? 11.5 : 14.5, bold: true },
      small: { fontSize: small ? 8 : 10, color: '#46545F' },
      stop: { fontSize: small ? 10.5 : 13, bold: true, color: '#B01E2B' },
    },
    header: () => ({
      columns: [
        { text: head.mark, style: 'mark', width: 'auto' },
        { text: head.title, style: 'small', margin: [10, small ? 4 : 7, 0, 0] },
      ],
      margin: small ? [26, 18, 26, 0] : [42, 24, 42, 0],
    }),
    footer: (page: number, pages: number) => ({
      columns: [
        { text: printableText(foot) },
        {
          text: `${page % 2 === 1 ? 'front' : 'back'} · ${page} of ${pages}`,
          alignment: 'right',
          width: 90,
        },
      ],
      style: 'small',
      margin: small ? [26, 6, 26, 0] : [42, 12, 42, 0],
    }),
    content: printable(content),
  };
}

/** A sheet on A4 with its foot: what it is, the record it was printed from, page of pages. */
const sheet = ({ content, foot, title }: PdfJob & { readonly kind: 'sheet' }): TDocumentDefinitions => ({
  info: { title },
  pageSize: 'A4',
  pageMargins: [42, 40, 42, 46],
  defaultStyle: { font: 'Archivo', fontSize: 9, color: '#12202E', lineHeight: 1.15 },
  styles: {
    mark: { font: 'Mono', fontSize: 22 },
    title: { fontSize: 14, bold: true },
    head: { fontSize: 10.5, bold: true, margin: [0, 6, 0, 2] },
    small: { fontSize: 7.5, color: '#46545F' },
  },
  footer: (page: number, pages: number) => ({
    columns: [{ text: printableText(foot) }, { text: `${page} of ${pages}`, alignment: 'right', width: 60 }],
    fontSize: 7.5,
    color: '#46545F',
    margin: [42, 14, 42, 0],
  }),
  content: printable(content),
});

/** Lays a document out and writes it. */
export default async function makePdf(job: PdfJob): Promise<Uint8Array> {
  maker ??= setUp();
  return maker.createPdf(job.kind === 'cards' ? cards(job) : sheet(job)).getBuffer();
}
