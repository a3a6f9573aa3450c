import { type LimitType, asWritten } from '../kind.ts';
import { shape, type Distil } from '../distil.ts';
import { judgeable } from '../reading.ts';
import { ok } from '../../result.ts';
import type { BandLimit } from '../types.ts';

const distilBand: Distil<BandLimit> = (limit, measured, around) => {
  if (measured.kind !== 'one') return shape('one', measured);
  const found = judgeable(measured.reading, limit.unit, around);
  if (!found.ok) return found;
  const { value, uncertainty, resolution } = found.value;
  return ok({ value, uncertainty, resolution, unit: limit.unit, bounds: limit.bounds });
};

export const band: LimitType<BandLimit> = {
  kind: 'band',
  takes: 'one',
  edges: 'own',
  ofDifferences: false,
  straight: () => false,
  members: [],
  judging: { by: 'figure', distil: distilBand },
  drawn: asWritten,
};
