import fc from 'fast-check';
import { begin, changed, redone, undone, type Editing } from './editing.ts';

type Step = { do: 'type'; value: number; about?: string } | { do: 'undo' } | { do: 'redo' };
const step: fc.Arbitrary<Step> = fc.oneof(
  {
    weight: 3,
    arbitrary: fc.record({ do: fc.constant('type' as const), value: fc.integer({ min: 0, max: 9 }) }),
  },
  fc.record({ do: fc.constant('undo' as const) }),
  fc.record({ do: fc.constant('redo' as const) }),
);

/** The plain route: every state ever made in a list, and where one stands in it. */
function slowly(steps: readonly Step[]): number {
  let made = [0];
  let at = 0;
  for (const s of steps) {
    if (s.do === 'undo') at = Math.max(0, at - 1);
    else if (s.do === 'redo') at = Math.min(made.length - 1, at + 1);
    else if (s.value !== made[at]) {
      made = [...made.slice(0, at + 1), s.value];
      at += 1;
    }
  }
  return made[at] ?? 0;
}

test('undo and redo are a walk along everything that was made (second route, property)', () => {
  fc.assert(
    fc.property(fc.array(step, { maxLength: 40 }), (steps) => {
      let editing: Editing<number> = begin(0);
      for (const s of steps)
        editing =
          s.do === 'type' ? changed(editing, s.value) : s.do === 'undo' ? undone(editing) : redone(editing);
      expect(editing.present).toBe(slowly(steps));
    }),
  );
});

test('typing on in one field is one step back; another field is another', () => {
  let editing = begin('');
  for (const text of ['o', 'oi', 'oil']) editing = changed(editing, text, 'title');
  editing = changed(editing, 'oil!', 'why');
  expect(undone(editing).present).toBe('oil');
  expect(undone(undone(editing)).present).toBe('');
  expect(redone(undone(editing)).present).toBe('oil!');
});
