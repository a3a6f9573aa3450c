import { fits } from './find.ts';

/** Titles in the order in which they are offered for what was typed; what does not fit is left out. */
function offered(typed: string, ...all: readonly (readonly [title: string, ...more: string[]])[]): string[] {
  return all
    .map(([title, ...more]) => ({ title, fit: fits(typed, title, more) }))
    .filter(({ fit }) => fit > 0)
    .sort((a, b) => b.fit - a.fit)
    .map(({ title }) => title);
}

const DROP = ['Right ignition off, drop', 'Switch the right magneto off. Read the drop.'] as const;
const OIL = ['Oil pressure', 'Read the oil pressure. Note the ignition is on both.'] as const;
const BLADES = ['Propeller edges', 'Thumbnail along every edge.'] as const;

test('a title comes before what is only said of something', () => {
  expect(offered('ignition', OIL, DROP)).toEqual([DROP[0], OIL[0]]);
  expect(offered('oil', BLADES, DROP, OIL)).toEqual([OIL[0]]);
});

test('words of the trade for the same thing find it', () => {
  for (const typed of ['magneto', 'mag drop', 'MAG', 'ignition'])
    expect(offered(typed, OIL, DROP)[0]).toBe(DROP[0]);
  expect(offered('prop', DROP, BLADES)).toEqual([BLADES[0]]);
  expect(offered('airscrew', DROP, BLADES)).toEqual([BLADES[0]]);
});

test('several words in whatever order, and nothing for what is not there', () => {
  expect(offered('drop right', DROP, OIL)).toEqual([DROP[0]]);
  expect(offered('edge thumb', BLADES, OIL)).toEqual([BLADES[0]]);
  expect(offered('parachute', DROP, OIL, BLADES)).toEqual([]);
  // A piece out of the middle of a word is not what somebody means.
  expect(offered('ressure', OIL)).toEqual([]);
});

test('a registration is found whole, or by what stands behind its hyphen', () => {
  const campaign = ['QX-TEI: Motor 3 replaced'] as const;
  for (const typed of ['qx-tei', 'QX TEI', 'tei', 'motor 3', 'run-up'])
    expect([typed, offered(typed, campaign, ['Run-up'])]).toEqual([
      typed,
      [typed === 'run-up' ? 'Run-up' : campaign[0]],
    ]);
});

test('nothing typed yet: everything', () => {
  expect(offered('  ', DROP, OIL)).toHaveLength(2);
});
