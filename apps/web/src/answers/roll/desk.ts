import { err, ok, ownMember, reason, type CalledOnRoll } from '@kanzel/core';
import type { AnswerDesk, SpecOf } from '../answer-desk.ts';
import type { PartDraft } from '../desk.ts';

/** What a run on the desk comes to so far. */
export interface RollOnDesk {
  /** When the brakes were let go (ms); undefined before. */
  readonly begun: number | undefined;
  readonly calls: readonly CalledOnRoll[];
  /** It was stopped without a call that did not come. */
  readonly stopped: boolean;
}

/** The run on the desk: calls up to the first that nobody pressed. */
export function rollOnDesk(spec: SpecOf<'roll'>, { picks, option }: PartDraft): RollOnDesk {
  const begun = Number(ownMember(picks, 'begun') ?? NaN);
  const calls: CalledOnRoll[] = [];
  for (const { id } of spec.calls) {
    const said = /^(yes|no) (\d+(?:\.\d+)?)$/.exec(ownMember(picks, `call ${id}`) ?? '');
    if (!said) break;
    calls.push({ id, came: said[1] === 'yes', after: Number(said[2]) });
  }
  return { begun: Number.isFinite(begun) ? begun : undefined, calls, stopped: option === 'stopped' };
}

/** Whether the run is over: every call came, one did not, or it was stopped. */
export const isRollOver = (spec: SpecOf<'roll'>, { calls, stopped }: RollOnDesk): boolean =>
  stopped || calls.length === spec.calls.length || calls.at(-1)?.came === false;

/** What the desk holds when the brakes are let go: nothing of the run before. */
export const brakesOff = (now: number): Partial<PartDraft> => ({
  picks: { begun: String(now) },
  texts: {},
  option: '',
});

/** What the desk holds with the next call pressed, as it came or did not, in tenths of a second. */
export function withCall(
  spec: SpecOf<'roll'>,
  draft: PartDraft,
  came: boolean,
  now: number,
): Partial<PartDraft> {
  const { begun, calls } = rollOnDesk(spec, draft);
  const next = spec.calls[calls.length];
  if (begun === undefined || !next) return {};
  const after = Math.max(calls.at(-1)?.after ?? 0, Math.round((now - begun) / 100) / 10);
  return { picks: { ...draft.picks, [`call ${next.id}`]: `${came ? 'yes' : 'no'} ${after}` } };
}

/** What the desk holds with the last press taken back. */
export function withoutLast(spec: SpecOf<'roll'>, draft: PartDraft): Partial<PartDraft> {
  if (draft.option === 'stopped') return { option: '' };
  const last = rollOnDesk(spec, draft).calls.at(-1);
  return last ? { picks: { ...draft.picks, [`call ${last.id}`]: '' } } : { picks: {} };
}

/** Calls on the take-off run. */
export const ROLL_DESK: AnswerDesk<'roll'> = {
  title: 'Calls on the take-off run',
  begin: () => ({
    kind: 'roll',
    calls: [{ id: 'call-1', title: 'Power reached', expects: 'full power' }],
    abort: 'A call that does not come.',
  }),
  figures: 'none',
  answer: ({ spec }, draft) => {
    const run = rollOnDesk(spec, draft);
    if (run.begun === undefined) return err(reason('notAnswered'));
    if (!isRollOver(spec, run)) return err(reason('rollNotEnded'));
    const { calls } = run;
    const why = ownMember(draft.texts, 'why')?.trim() ?? '';
    const missed = calls.at(-1)?.came === false;
    // The last call that does not come, not stopped for: it is told by whoever went on.
    const ended =
      missed && draft.option === 'went-on' ? 'lifted' : missed || run.stopped ? 'stopped' : 'lifted';
    if (ended === 'stopped' && !missed && why === '') return err(reason('rollNoReason'));
    if (ended === 'lifted' && calls.length < spec.calls.length) return err(reason('rollNotEnded'));
    return ok({ kind: 'roll', calls, ended, ...(ended === 'stopped' && why !== '' ? { why } : {}) });
  },
  typeAgain: 'never',
};
