import type { BasisIndex } from '../checks/basis-index.ts';
import { MARKED_LOCKS, type LockForm, type LockSpec } from '../checks/types.ts';
import { many } from './figure-text.ts';
import type { AnswerKind } from './kind.ts';
import type { SeenLock } from './part-answer.ts';
import { measuresNothing, noCopies, plain } from './said.ts';

/** One lock of the aircraft in hand. */
export interface Lock {
  readonly id: string;
  readonly title: string;
  readonly form: LockForm;
}

/**
 * The locks of a check on the aircraft in hand, each by itself: what there is one of on each engine or motor stands once for
 * each. Their number is known before anybody goes, and none is left over.
 * Example: an arm lock `each: engine` on a drone with six motors is six rows, "Arm lock, motor 1" the first.
 */
export function locksOf(locks: readonly LockSpec[], index: BasisIndex): readonly Lock[] {
  return locks.flatMap(({ id, title, form, each }) =>
    each === undefined
      ? [{ id, title, form }]
      : index.basis.aircraft.engines.map((engine) => ({
          id: `${id}.${engine.id}`,
          title: `${title}, ${engine.title.charAt(0).toLowerCase()}${engine.title.slice(1)}`,
          form,
        })),
  );
}

/**
 * Whether a lock is answered: found in order, which takes an eye, a hand, and a mark in line where it carries one; or at fault, in
 * words. Example: a latch that was seen and not felt is not answered.
 */
export function isLockAnswered(form: LockForm, lock: SeenLock): boolean {
  if (lock.fault !== undefined) return lock.fault.trim() !== '';
  return lock.seen && lock.felt && (!MARKED_LOCKS.includes(form) || lock.marked === true);
}

/** Safety locks, a row each: none stands for another, and "all in order" is no answer. */
export const LOCKS: AnswerKind<'locks'> = {
  measured: measuresNothing,
  isWhole({ locks }, { check: { answer: spec } }, index) {
    const asked = spec.kind === 'locks' ? locksOf(spec.locks, index) : [];
    return (
      asked.length > 0 &&
      locks.length === asked.length &&
      asked.every((lock) => {
        const rows = locks.filter((l) => l.id === lock.id);
        return rows.length === 1 && rows.every((row) => isLockAnswered(lock.form, row));
      })
    );
  },
  judge({ locks }, { index, part }) {
    const spec = part.check.answer;
    const titles = new Map(
      (spec.kind === 'locks' ? locksOf(spec.locks, index) : []).map((l) => [l.id, l.title]),
    );
    const faults = locks.filter((l) => l.fault !== undefined);
    if (faults.length === 0) return [plain('within', 'locksHold', { count: locks.length })];
    return faults.map((l) =>
      plain('out', 'lockAtFault', { lock: titles.get(l.id) ?? l.id, fault: l.fault ?? '' }),
    );
  },
  copies: noCopies,
  agrees: ({ locks }, second) =>
    locks.every((l) =>
      second.locks.some((o) => o.id === l.id && (o.fault === undefined) === (l.fault === undefined)),
    ),
  over: 'never',
  describe: ({ locks }) => {
    const faults = locks.filter((l) => l.fault !== undefined).length;
    return `${many(locks.length, 'lock', 'locks')}${faults === 0 ? '' : `, ${faults} not in order`}`;
  },
};
