import { convert, findUnit, indexBasis, type Basis, type Limit } from '@kanzel/core';
import { BUILT_IN_LIBRARY, loadLibrary, readLibraryFolder } from '@kanzel/packs';
import { TwinStandin } from '@kanzel/standins';
import { fleetFiles } from '@kanzel/world';
import '../../../packages/packs/src/testing/laid.ts';

/** Books, gauges, tanks and stand-ins of the demonstration say the same of one aircraft. */

const TODAY = new Date('2026-11-26T08:00:00.000Z');
const library = loadLibrary([
  ...readLibraryFolder(BUILT_IN_LIBRARY),
  ...fleetFiles(TODAY).map(([name, text]) => ({ name, text })),
]);
const fleet = [...library.aircraft.values()].map((aircraft): Basis => {
  const pack = library.packs.get(aircraft.pack);
  const limitBook = library.limitBooks.get(aircraft.limitBook);
  if (!pack || !limitBook) throw new Error(aircraft.mark);
  return { pack, limitBook, aircraft };
});
const edges = (limit: Limit): number[] =>
  'bounds' in limit ? Object.values(limit.bounds).filter((b) => typeof b === 'number') : [];
const each = fleet.map((basis) => [basis.aircraft.mark, basis] as const);

test('there is an aircraft of every kind, and everything about it could be loaded', () => {
  expect(library.problems).toEqual([]);
  expect(fleet).toHaveLength(9);
});

test.each(each)(
  '%s: every edge of a limit can be read on the gauge of its check, and on an instrument aboard',
  (_, basis) => {
    const index = indexBasis(basis);
    if (!index.ok) throw new Error(index.error.map((e) => e.code).join());
    const wrong: string[] = [];
    let asked = 0;
    for (const { id, answer, limits } of basis.pack.checks) {
      if (!('plausible' in answer)) continue;
      for (const limit of limits.flatMap((key) => index.value.limits.get(key) ?? [])) {
        if (limit.kind !== 'band') continue;
        for (const edge of edges(limit)) {
          asked += 1;
          const there = convert(edge, limit.unit, answer.unit);
          if (!there.ok || there.value < answer.plausible.low || there.value > answer.plausible.high)
            wrong.push(`${id}: ${edge} ${limit.unit} is off its gauge`);
        }
      }
      const { channel } = answer;
      if (channel === undefined) continue;
      // A channel that an instrument aboard measures is in a unit that the check can be answered in.
      for (const instrument of basis.aircraft.instruments.filter((i) => i.measures.includes(channel)))
        if (!instrument.unit.includes('1') && findUnit(instrument.unit)?.kind !== findUnit(answer.unit)?.kind)
          wrong.push(`${id}: ${instrument.id} reads ${instrument.unit}, not ${answer.unit}`);
    }
    expect(wrong).toEqual([]);
    expect(asked).toBeGreaterThan(0);
  },
);

test.each(each)('%s: what fuel has to be aboard fits into its tanks', (_, basis) => {
  const tanks = basis.aircraft.loading?.tanks ?? [];
  const litres = tanks.reduce((sum, t) => {
    const held = convert(t.usable + (t.unusable ?? 0), basis.aircraft.loading?.units.volume ?? 'L', 'L');
    return sum + (held.ok ? held.value : NaN);
  }, 0);
  const asked = new Set(basis.pack.checks.flatMap((c) => c.limits));
  const wrong = basis.limitBook.limits
    .filter((l) => asked.has(l.key) && l.key.startsWith('fuel-for') && findUnit(l.unit)?.kind === 'volume')
    .flatMap((limit) =>
      edges(limit).flatMap((edge) => {
        const need = convert(edge, limit.unit, 'L');
        return need.ok && need.value <= litres
          ? []
          : [`${limit.key}: ${edge} ${limit.unit} into ${litres} L`];
      }),
    );
  expect(wrong).toEqual([]);
});

test.each(each)('%s: no limit lets through only one value, or nothing', (_, basis) => {
  const asked = new Set(basis.pack.checks.flatMap((c) => c.limits));
  const wrong = basis.limitBook.limits.flatMap((limit) => {
    if (!asked.has(limit.key) || !('bounds' in limit) || limit.kind === 'match') return [];
    const { low, high } = limit.bounds;
    const nought = high === 0 && (low === undefined || low === 0);
    return nought || (low !== undefined && high !== undefined && low >= high) ? [limit.key] : [];
  });
  expect(wrong).toEqual([]);
});

test('the engines of the stand-in, in health and warm, are inside every limit that the run-up reads at a power setting', () => {
  const basis = fleet.find((b) => b.aircraft.mark === 'QX-TJD');
  const index = basis && indexBasis(basis);
  if (!index?.ok) throw new Error('no twin');
  const twin = new TwinStandin(1);
  twin.command({ engine: 'both', controls: { mixture: 1, ignition: 'both', starter: true } });
  twin.advance(3);
  twin.command({ engine: 'both', controls: { starter: false }, speed: 1100 });
  twin.advance(600);
  const wrong: string[] = [];
  let asked = 0;
  for (const { id, answer, setting, limits } of index.value.basis.pack.checks) {
    if (!setting || !('channel' in answer) || (answer.kind !== 'reading' && answer.kind !== 'cylinders'))
      continue;
    twin.command({ engine: 'both', speed: setting.value });
    twin.advance(60);
    for (const [engine, channels] of Object.entries(twin.read()))
      for (const [channel, value] of Object.entries(channels)) {
        if (channel.replace(/-\d$/, '') !== answer.channel) continue;
        for (const limit of limits.flatMap((key) => index.value.limits.get(key) ?? [])) {
          if (limit.kind !== 'band') continue;
          asked += 1;
          const read = convert(value, answer.unit, limit.unit);
          const { low = -Infinity, high = Infinity } = limit.bounds;
          if (!read.ok || read.value < low || read.value > high)
            wrong.push(`${id}, ${engine} ${channel}: ${value} ${answer.unit} beside ${limit.key}`);
        }
      }
    twin.command({ engine: 'both', speed: 1100 });
    twin.advance(60);
  }
  expect(wrong).toEqual([]);
  expect(asked).toBeGreaterThan(10);
});

test('what a piece of equipment touches is of things that this aircraft has', () => {
  const [name, text] = fleetFiles(TODAY).find(([n]) => n.includes('qx-tjd')) ?? ['', ''];
  const problems = (touches: string): string[] => {
    const changed = text.replace(/touches:\s*(\[[^\]]*\]|(\n\s+- .*)+)/, `touches: [${touches}]`);
    expect(changed).not.toBe(text);
    return loadLibrary([...readLibraryFolder(BUILT_IN_LIBRARY), { name, text: changed }]).problems.map(
      (p) => p.message,
    );
  };
  expect(problems("'engine.left.oil', 'avionics.radio'")).toEqual([]);
  expect(problems("'engine.lfet.oil'")).toEqual(['"engine.lfet.oil": this aircraft has no "lfet"']);
  expect(problems("'engin.left.oil'")).toEqual(['no system is called "engin.left.oil"']);
});
