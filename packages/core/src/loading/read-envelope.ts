import { readFigure } from '../quantity/parse.ts';
import { unitFromSpelling } from '../quantity/units.ts';
import { err, ok, type Result } from '../result.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import type { Envelope, EnvelopeCorner, LoadingUnits } from '../aircraft/loading-data.ts';

/** Corners as pasted, and their units where a line named them and they are not those of the placard. */
export type ReadEnvelope = Pick<Envelope, 'corners' | 'units'>;

/**
 * Reads corners of an envelope out of pasted text: a line each with arm and mass, parted by a tab, a semicolon or
 * blanks, and after them, if anybody wrote it, the name of the side that begins there. A line without figures that
 * names two units ("arm in; mass lb") says what the figures are in; other units than those of the placard are kept
 * with the corners, to be asked about, and never converted in silence.
 * Errors: `cornerUnreadable` with the line; `envelopeTooFew`.
 * Example: "2135; 1380" and two more such lines are three corners.
 */
export function readEnvelope(text: string, units: LoadingUnits): Result<ReadEnvelope, Reason> {
  const corners: EnvelopeCorner[] = [];
  let own: Envelope['units'];
  for (const [i, raw] of text.split('\n').entries()) {
    const line = raw.trim();
    if (line === '') continue;
    const parts = line.includes(';')
      ? line.split(';')
      : line.includes('\t')
        ? line.split('\t')
        : line.split(/\s+/);
    const [first = '', second = '', ...rest] = parts.map((p) => p.trim());
    if (!/\d/.test(line)) {
      own = unitsOf(line) ?? own;
      continue;
    }
    const arm = readFigure(first);
    const mass = readFigure(second);
    if (!arm.ok || !mass.ok) return err(reason('cornerUnreadable', { line: i + 1, text: line }));
    const edge = rest.filter((r) => r !== '').join(' ');
    corners.push({ arm: arm.value.value, mass: mass.value.value, ...(edge ? { edge } : {}) });
  }
  if (corners.length < 3)
    return err(reason('envelopeTooFew', { envelope: 'The list', count: corners.length }));
  const other = own !== undefined && (own.mass !== units.mass || own.arm !== units.arm);
  return ok({ corners, ...(other && own ? { units: own } : {}) });
}

/** The units that a heading names. Example: "arm mm; mass kg". */
function unitsOf(line: string): Envelope['units'] {
  const words = line.split(/[\s;,()[\]]+/);
  const find = (kind: 'length' | 'mass'): string | undefined =>
    words.map((w) => (w === '' ? undefined : unitFromSpelling(w, kind))).find((u) => u?.kind === kind)?.id;
  const [arm, mass] = [find('length'), find('mass')];
  return arm && mass ? { arm, mass } : undefined;
}
