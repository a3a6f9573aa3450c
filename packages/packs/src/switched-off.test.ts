import { BUILT_IN_LIBRARY, loadLibrary, readLibraryFolder } from './library.ts';

const { packs } = loadLibrary(readLibraryFolder(BUILT_IN_LIBRARY));

/** What a point of the flight switches off for itself: by pack, with the steps that do it, undo it, and count on it. */
const switched = [...packs.values()].flatMap((pack) =>
  pack.states.flatMap((state) => {
    const flight = pack.checks.filter((c) => c.station === 'flight');
    const sets = (back: boolean) =>
      flight.filter(
        (c) => c.sets[state.name] !== undefined && (c.sets[state.name] === state.initial) === back,
      );
    // What only ever goes one way is no protection: that it has flown.
    return sets(true).length === 0 ? [] : [{ pack, state, flight, off: sets(false), on: sets(true) }];
  }),
);

test('packs switch a pusher, an envelope protection and an assistance off, each in one step, and on again in one', () => {
  const named = new Set(switched.map(({ pack, state }) => `${pack.id} ${state.name}`));
  expect([...named]).toEqual(
    expect.arrayContaining([
      'works-acceptance pusher',
      'avionics-installation protection',
      'multirotor assistance',
    ]),
  );
  expect(switched.map(({ off, on }) => [off.length, on.length])).toEqual(switched.map(() => [1, 1]));
});

test.each(switched.map((s) => [`${s.state.title}, ${s.pack.title}`, s] as const))(
  '%s: the way back waits for nothing that is found meanwhile, and what comes next asks for it',
  (_, { state, flight, off: [off], on: [on] }) => {
    expect(flight.indexOf(off!)).toBeLessThan(flight.indexOf(on!));
    expect(on!.standsOn).toEqual([off!.id]);
    // Somebody whose aircraft has none of it says so, of each step that wants it off.
    const wanting = flight.filter((c) => c.needs[state.name] !== undefined);
    expect(wanting.some((c) => c !== off && c.needs[state.name] === state.initial)).toBe(true);
    if (off!.notApplicable)
      for (const check of wanting.filter((c) => c.needs[state.name] !== state.initial))
        expect([check.id, check.notApplicable]).toEqual([check.id, true]);
  },
);
