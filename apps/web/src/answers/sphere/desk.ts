import { err, ok, ownMember, reason, sphereFitted, type AnswerOf, type FieldVector } from '@kanzel/core';
import type { AnswerDesk } from '../answer-desk.ts';
import type { PartDraft } from '../desk.ts';

type Sphere = AnswerOf<'sphere'>;

/** More than these tell no more. */
export const MOST_SAMPLES = 600;
/** Milligauss that a reading has to be away from every other one: turned on, or it says the same again. */
const APART = 30;

const NONE: Sphere['samples'] = { x: [], y: [], z: [] };

/** The readings on the desk, side by side. */
export function samplesOnDesk(draft: PartDraft): Sphere['samples'] {
  const text = ownMember(draft.texts, 'samples');
  // Nobody types it: it is what was heard of a vehicle or read of a file, kept as text beside all else on the desk.
  return text === undefined || text === '' ? NONE : (JSON.parse(text) as Sphere['samples']);
}

export const fromOnDesk = (draft: PartDraft): Sphere['from'] =>
  ownMember(draft.picks, 'from') === 'file' ? 'file' : 'vehicle';

/** The desk with a table of readings on it, and nothing of what lay there before. */
export const withTable = (samples: Sphere['samples']): Partial<PartDraft> => ({
  texts: { samples: JSON.stringify(samples) },
  picks: { from: 'file' },
});

/** The desk with one more reading of the vehicle; as it is, where it says what another one said already. */
export function withReading(draft: PartDraft, reading: FieldVector): Partial<PartDraft> {
  const { x, y, z } = fromOnDesk(draft) === 'file' ? NONE : samplesOnDesk(draft);
  if (x.length >= MOST_SAMPLES) return {};
  const near = x.some(
    (v, i) => Math.hypot(v - reading[0], (y[i] ?? 0) - reading[1], (z[i] ?? 0) - reading[2]) < APART,
  );
  if (near) return {};
  const samples = { x: [...x, reading[0]], y: [...y, reading[1]], z: [...z, reading[2]] };
  return {
    texts: { ...draft.texts, samples: JSON.stringify(samples) },
    picks: { ...draft.picks, from: 'vehicle' },
  };
}

/** A magnetometer turned about. */
export const SPHERE_DESK: AnswerDesk<'sphere'> = {
  title: 'A magnetometer turned about',
  begin: () => ({ kind: 'sphere', figures: [] }),
  figures: 'none',
  answer: (_room, draft) => {
    const samples = samplesOnDesk(draft);
    if (samples.x.length === 0) return err(reason('notAnswered'));
    const fit = sphereFitted({ samples });
    if (!fit.ok) return fit;
    return ok({ kind: 'sphere', from: fromOnDesk(draft), samples });
  },
  typeAgain: 'never',
};
