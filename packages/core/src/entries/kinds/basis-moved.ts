import { indexBasis, reachFromParts } from '../../checks/basis-index.ts';
import { basisNames, compareBases, isSameBasis, touchedByMove } from '../../checks/compare-bases.ts';
import { reason, type Reason } from '../../reasons/reason.ts';
import type { EntryBodies } from '../../record/entry.ts';
import { standingAnswer } from '../../record/state.ts';
import type { Door } from '../door.ts';
import { deedOf, lose } from '../effects.ts';
import type { EntryType } from '../kind.ts';
import { INSPECTING } from '../roles.ts';
import { scopeItems } from '../scope-items.ts';

/** What a campaign is moved to has to work, and differ. */
function moveRule(body: EntryBodies['basis.moved'], door: Door): Reason | undefined {
  if (body.reason.trim() === '') return reason('needsReason');
  const { basis } = door.index;
  if (body.basis.aircraft.mark !== basis.aircraft.mark) return reason('otherAircraft');
  const next = indexBasis(body.basis);
  if (!next.ok) return next.error[0];
  return isSameBasis(compareBases(basis, body.basis)) ? reason('nothingMoves') : undefined;
}

/** The campaign goes on with another revision of pack or limit book, or another configuration. */
export const basisMoved: EntryType<'basis.moved'> = {
  kind: 'basis.moved',
  version: 1,
  upcast: [],
  roles: INSPECTING,
  about: () => 'whole',
  admit: ({ body }, door) => moveRule(body, door),
  fold: (draft, index, entry) => {
    const next = indexBasis(entry.body.basis);
    if (!next.ok) {
      draft.state.unreadable = [
        ...draft.state.unreadable,
        ...next.error.map((why) => ({ seq: entry.seq, reason: why })),
      ];
      return;
    }
    // What was noted in this campaign goes along, or answers taken with it would lose their instrument.
    const moved = { ...next.value, instruments: { ...index.instruments, ...next.value.instruments } };
    const changes = compareBases(index.basis, entry.body.basis);
    draft.state.index = moved;
    const { scope } = draft.state;
    if (scope) draft.state.scope = { ...scope, items: scopeItems(draft, moved, scope) };
    draft.state.moves = [
      ...draft.state.moves,
      {
        ...deedOf(draft, entry),
        reason: entry.body.reason,
        from: basisNames(index.basis),
        to: basisNames(moved.basis),
      },
    ];
    const touched = touchedByMove(changes, moved);
    for (const found of touched) lose(draft, entry, found, found.reason);
    // What did not apply has to be answered where the new revision says that it does.
    for (const part of moved.parts.values())
      if (!part.check.notApplicable && standingAnswer(draft.state.parts.get(part.key))?.answer === null)
        for (const found of reachFromParts(moved, [part.key]))
          lose(draft, entry, found, reason('notApplicableForbidden', { check: part.check.title }));
    draft.stir();
  },
};
