import { readdirSync, readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { formatWithUnit, UNIT_IDS } from '@kanzel/core';
import { FONT_FILES } from './make-pdf.ts';
import { printable, printableText } from './printable.ts';

const CORE = join(__dirname, '..', '..', '..', '..', 'packages', 'core', 'src');

/** The reader of fonts that the printer itself uses. */
const { openSync } = createRequire(require.resolve('pdfmake'))('fontkit') as {
  openSync: (file: string) => { hasGlyphForCodePoint: (point: number) => boolean };
};

/** Everything that may be written: the catalogue of sentences without its comments, the units, a figure of thousands. */
function written(): string {
  const words = readdirSync(join(CORE, 'words')).filter((f) => f.endsWith('.ts') && !f.includes('.test.'));
  const sentences = words.map((f) =>
    readFileSync(join(CORE, 'words', f), 'utf8').replace(/\/\*[\s\S]*?\*\/|(?<=^|\s)\/\/.*$/gm, ''),
  );
  const units = UNIT_IDS.map((unit) => formatWithUnit({ value: -1234567.8, unit, resolution: 0.1 }));
  return [...sentences, ...units].join('');
}

test('every sign that our sentences, figures and units use has a letter in every font of the print', () => {
  const signs = [...new Set(written())].filter((s) => s.codePointAt(0)! > 126);
  expect(signs).toEqual(expect.arrayContaining(['\u202f', '−', '“', 'Ω', '°']));
  for (const file of FONT_FILES) {
    const font = openSync(file);
    const missing = signs.filter(
      (s) => ![...printableText(s)].every((c) => font.hasGlyphForCodePoint(c.codePointAt(0)!)),
    );
    expect({ file: file.split('/').pop(), missing }).toEqual({ file: file.split('/').pop(), missing: [] });
    // What is written otherwise has to be: else nobody would know that it can go.
    expect(font.hasGlyphForCodePoint(0x202f)).toBe(false);
  }
});

test('a content is written so in every text and drawing, and nothing else of it changes', () => {
  const margin = [0, 1, 2, 3] as [number, number, number, number];
  expect(
    printable([
      { text: '2\u202f055 mm', bold: true, margin },
      { columns: ['4\u202f000', { svg: '<text>1\u202f000</text>' }] },
    ]),
  ).toEqual([
    { text: '2\u00a0055 mm', bold: true, margin },
    { columns: ['4\u00a0000', { svg: '<text>1\u00a0000</text>' }] },
  ]);
});
