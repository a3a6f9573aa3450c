import fc from 'fast-check';
import { reading, Scribe } from './world.ts';

/** Random but plausible records: what people might post, in any order. */
export const anyRecord = fc
  .array(
    fc.record({
      what: fc.integer({ min: 0, max: 9 }),
      engine: fc.constantFrom('left', 'right'),
      value: fc.integer({ min: 0, max: 300 }),
    }),
    { maxLength: 40 },
  )
  .map((steps) => {
    const scribe = new Scribe().upToRunning();
    const last = (): string => scribe.entries.filter((e) => e.kind === 'answer.given').at(-1)?.id ?? '';
    steps.forEach(({ what, engine, value }, i) => {
      if (what === 0) scribe.drop('drop-a', engine, 1700, 1700 - value);
      else if (what === 1) scribe.drop('drop-b', engine, 1700, 1700 - value);
      else if (what === 2)
        scribe.add('answer.given', {
          check: 'idle',
          subject: engine,
          answer: { kind: 'reading', reading: reading(500 + value) },
          facts: {},
        });
      else if (what === 3)
        scribe.add('action.recorded', {
          action: `action-${i}`,
          what: 'Work',
          measure: '',
          touches: [value % 2 ? `engine.${engine}.ignition` : `engine.${engine}.control`],
        });
      else if (what === 4)
        scribe.add('tag.on', { tag: `tag-${i}`, thing: 'Something', where: '', why: 'open', touches: [] });
      else if (what === 5)
        scribe.add('finding.raised', {
          finding: `finding-${i}`,
          title: 'Found',
          where: '',
          check: 'drop-a',
          subject: engine,
        });
      else if (what === 6)
        scribe.add('state.set', {
          state: 'engine',
          subject: engine,
          value: value % 2 ? 'running' : 'stopped',
        });
      else if (what === 7)
        scribe.add('answer.notApplicable', { check: 'drop-b', subject: engine, reason: 'none fitted' });
      else if (what === 8)
        scribe.add(
          'answer.given',
          {
            check: 'drop-a',
            subject: engine,
            answer: { kind: 'drop', before: reading(1700), after: reading(1700 - value) },
            facts: {},
            correction: 'misread',
          },
          { supersedes: last() },
        );
      else scribe.confirm('start', engine);
    });
    return scribe.entries;
  });
