import {
  chain,
  deriveStatus,
  foldEntries,
  makeDraft,
  scriptedRecord,
  stateValue,
  type CampaignState,
  type Entry,
  type Pack,
} from '@kanzel/core';
import { BUILT_IN_LIBRARY, loadLibrary, readLibraryFolder } from './index.ts';
import { basisFor } from './testing/basis-for.ts';
import './testing/laid.ts';

const library = loadLibrary(readLibraryFolder(BUILT_IN_LIBRARY));
const COVER = 'airspeed-cover';
const covered = [...library.packs.values()].filter((p) => p.states.some((s) => s.name === COVER));

/** Whether a check reads the airspeed at rest: a band about zero, of an airspeed. */
const readsZero = (pack: Pack, check: string): boolean =>
  pack.checks.some(
    (c) =>
      c.id === check &&
      c.answer.kind === 'reading' &&
      c.answer.channel === 'airspeed' &&
      c.station === 'controls',
  );

const checkOf = (key: string): string => key.slice(0, key.indexOf('@'));

/** The record of a day, up to the first answer that a check asks for. */
function upTo(entries: readonly Entry[], found: (check: string) => boolean): readonly Entry[] {
  const at = entries.findIndex((e) => e.kind === 'answer.given' && found(e.body.check));
  expect(at).toBeGreaterThan(0);
  return entries.slice(0, at);
}

const coverIn = (entries: readonly Entry[]): string | undefined =>
  stateValue(foldEntries(entries), COVER, 'aircraft');

/** One more entry, as somebody makes it who has seen all that is before. */
function withCover(
  entries: readonly Entry[],
  value: string,
): { readonly state: CampaignState; readonly at: string } {
  const last = entries.at(-1);
  const at = new Date(Date.parse(last?.at ?? '') + 60_000).toISOString();
  const subject = 'aircraft';
  const draft = makeDraft(
    'state.set',
    { state: COVER, subject, value },
    {
      id: 'covered-again',
      campaign: 'trial',
      at,
      by: 'hand',
      role: 'technician',
      device: 'trial',
      seen: entries.length,
    },
  );
  return { state: foldEntries([...entries, chain(draft, last, at)]), at };
}

test('whatever reads an airspeed at rest under a cover has the cover in its states', () => {
  const reading = [...library.packs.values()].filter((p) => p.checks.some((c) => readsZero(p, c.id)));
  expect(reading.map((p) => p.id)).toEqual(covered.map((p) => p.id));
  expect(covered.map((p) => p.id).sort()).toEqual([
    'flying-wing',
    'lift-and-cruise-electric',
    'lift-and-cruise-fuel',
    'lift-and-cruise-tilt',
  ]);
});

describe.each(covered.map((p) => [p.id, p] as const))('%s: the cover of the airspeed tube', (_, pack) => {
  const basis = basisFor(library, pack);
  const tools = pack.checks.flatMap(({ answer }) =>
    answer.kind === 'reading' && answer.tool !== undefined ? [answer.tool] : [],
  );
  // What a gauge is good for is not what is asked here.
  const perfect = {
    id: 'trial',
    name: 'Trial',
    unit: '1',
    accuracy: 0,
    resolution: 0.000001,
    calibratedUntil: null,
    measures: tools,
  };
  const record = scriptedRecord({ ...basis, aircraft: { ...basis.aircraft, instruments: [perfect] } }, 1);
  if (!record.ok) throw new Error(JSON.stringify(record.error));
  const zero = upTo(record.value, (check) => readsZero(pack, check));
  const take = upTo(record.value, (check) =>
    pack.checks.some((c) => c.id === check && c.station === 'flight'),
  );
  const proven = (state: CampaignState, at: string, check: string): boolean | undefined =>
    deriveStatus(state, at)?.checks.get(check)?.proven;

  it('is on where the airspeed is read at rest, and off where it lifts off', () => {
    expect([coverIn(zero), coverIn(take)]).toEqual(['on', 'off']);
  });

  it('off, the reading at rest waits for it', () => {
    const { state, at } = withCover(zero, 'off');
    const part = [...(deriveStatus(state, at)?.parts.values() ?? [])].find((p) =>
      readsZero(pack, checkOf(p.key)),
    );
    expect(part?.blocked).toMatchObject({ code: 'wrongState', params: { is: 'off', wanted: 'on' } });
  });

  it('on again after it was taken off, nothing lifts off, and the gate to the flight is held until it is off once more', () => {
    const before = foldEntries(take);
    expect(proven(before, take.at(-1)?.at ?? '', 'ties-and-covers-off')).toBe(true);
    const { state, at } = withCover(take, 'on');
    expect(proven(state, at, 'ties-and-covers-off')).toBe(false);
    const status = deriveStatus(state, at);
    const gate = status?.gates.find((g) => g.gate.before === 'flight');
    expect(gate?.holdings.map((h) => JSON.stringify(h))).toEqual([
      expect.stringContaining('ties-and-covers-off'),
    ]);
    const needsOff = new Set(pack.checks.filter((c) => c.needs[COVER] === 'off').map((c) => c.id));
    const flown = [...(status?.parts.values() ?? [])].filter((p) => needsOff.has(checkOf(p.key)));
    expect(flown.length).toBeGreaterThan(0);
    for (const part of flown)
      expect([part.key, part.proven, part.blocked !== undefined]).toEqual([part.key, false, true]);
  });
});
