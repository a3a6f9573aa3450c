import {
  admit,
  beginFolding,
  canonicalJson,
  chain,
  deriveStatus,
  differencesOf,
  foldEntries,
  hashOf,
  indexBasis,
  secondWalk,
  walkOf,
} from '@kanzel/core';

const QUESTIONS = 800;
const ENTRIES = 5000;

/** A pack of so many questions at the inspection: every fourth is photographed, every third stands on the one before it. */
function largeBasis(basis, condition) {
  const [pattern] = basis.pack.checks.filter(
    (c) => c.station === 'inspection' && c.answer.kind === 'confirm',
  );
  const layout = basis.aircraft.layout;
  const places = ['left wing', 'right wing', 'tail', 'fuselage', 'engine', 'gear'];
  const checks = Array.from({ length: QUESTIONS }, (_, i) => ({
    ...pattern,
    id: `look-${i}`,
    title: `Look ${i}`,
    challenge: `Look ${i}?`,
    where: places[i % places.length],
    subject: 'aircraft',
    needs: {},
    sets: {},
    after: [],
    standsOn: i % 3 === 2 ? [`look-${i - 1}`] : [],
    proves: [`structure.part${i}`],
    secondPerson: false,
    limits: [],
    answer: i % 4 === 0 ? { kind: 'photo', views: ['as found'] } : { kind: 'confirm' },
  }));
  const gates = basis.pack.gates.map((g) =>
    g.before === 'controls' ? { ...g, conditions: [...g.conditions, condition] } : g,
  );
  return { ...basis, aircraft: { ...basis.aircraft, layout }, pack: { ...basis.pack, checks, gates } };
}

/** One more action in a long inspection: asked at the door, folded, chained, and everything derived anew, as a device does it. */
export function benchInspection(row, median, shipped) {
  const basis = largeBasis(shipped, { kind: 'walkedAgain', overridable: false });
  const index = indexBasis(basis);
  if (!index.ok) throw new Error(JSON.stringify(index.error));
  const entries = [];
  let folding = beginFolding(foldEntries([]));
  let made = 0;
  const draftOf = (kind, body, by = 'one') => ({
    id: `e-${(made += 1)}`,
    campaign: 'long',
    at: new Date(Date.parse('2026-11-28T06:00:00Z') + made * 1000).toISOString(),
    by,
    role: 'technician',
    device: by,
    seen: entries.length,
    kind,
    version: kind === 'tag.on' || kind === 'tag.off' ? 2 : 1,
    body,
  });
  const put = (kind, body, by) => {
    const draft = draftOf(kind, body, by);
    const entry = chain(draft, entries.at(-1), draft.at);
    entries.push(entry);
    folding.add(entry);
    return entry;
  };
  const answer = (i, n = 0) =>
    i % 4 === 0
      ? {
          kind: 'photo',
          photos: [
            {
              view: 'as found',
              scan: { sha256: hashOf(`${i} ${n}`), name: 'photo.jpg', type: 'image/jpeg', size: 2_000_000 },
            },
          ],
        }
      : { kind: 'confirm', asExpected: true };
  const say = (i, n) => ({ check: `look-${i}`, subject: 'aircraft', answer: answer(i, n), facts: {} });
  put('campaign.opened', { title: 'Long', occasion: 'maiden', workItems: [], basis });
  for (let i = 0; i < QUESTIONS; i += 1) put('answer.given', say(i, 0));
  put('walk.begun', { walk: 'w' }, 'two');
  for (let i = 0; i < QUESTIONS; i += 1)
    if (i % 4 !== 0) put('walk.said', { walk: 'w', ...say(i, 0) }, 'two');
  put('walk.finished', { walk: 'w' }, 'two');
  for (let i = 0; entries.length < ENTRIES; i += 1) {
    const tag = `t-${i}`;
    put('tag.on', {
      tag,
      thing: `Cap ${i}`,
      where: 'tail',
      why: 'open',
      touches: [`structure.part${i % QUESTIONS}`],
    });
    put('tag.off', { tag, note: '', touches: [] });
    if (entries.length < ENTRIES) put('answer.given', say(i % QUESTIONS, i + 1));
  }
  const photos = entries.filter((e) => e.kind === 'answer.given' && e.body.answer.kind === 'photo').length;
  let state = folding.snapshot();
  const now = () => new Date(state.clock + 1000).toISOString();
  const act = (kind, body, by) => {
    const draft = { ...draftOf(kind, body, by), seen: state.count };
    const admitted = admit(draft, state, now());
    if (!admitted.ok) throw new Error(`${kind}: ${admitted.error.code}`);
    const entry = chain(draft, entries.at(-1), draft.at);
    entries.push(entry);
    state = foldEntries([entry], state);
    const status = deriveStatus(state, now());
    secondWalk(state, state.index);
    differencesOf(state, state.index);
    return { entry, status };
  };
  const kinds = {
    'an answer': (i) => ['answer.given', say((i * 7) % QUESTIONS, i + 9000)],
    'a tag put on': (i) => [
      'tag.on',
      {
        tag: `n-${i}`,
        thing: 'Cap',
        where: '',
        why: 'open',
        touches: [`structure.part${(i * 11) % QUESTIONS}`],
      },
    ],
    'a tag taken off': (i) => ['tag.off', { tag: `n-${i}`, note: '', touches: [] }],
  };
  row(`an inspection of ${QUESTIONS} checks and ${entries.length} entries, ${photos} photographs:`, '');
  for (const [name, make] of Object.entries(kinds)) {
    const took = [];
    for (let i = 0; i < 40; i += 1) {
      const [kind, body] = make(i);
      const start = performance.now();
      act(kind, body, 'one');
      took.push(performance.now() - start);
    }
    took.sort((a, b) => a - b);
    row(
      `  ${name}: asked, folded, chained, all derived (wanted: 50 ms)`,
      `${median(took).toFixed(1)} ms, slowest ${took.at(-1).toFixed(1)} ms`,
    );
  }
  const last = entries.at(-1);
  const alone = [];
  for (let i = 0; i < 200; i += 1) {
    const start = performance.now();
    chain({ ...last, id: `x-${i}` }, last, last.at);
    canonicalJson(last);
    alone.push(performance.now() - start);
  }
  row('  the anchor: one entry hashed, nothing else', `${median(alone).toFixed(2)} ms`);
  const start = performance.now();
  walkOf(basis.pack.checks, basis.aircraft.layout);
  row('  the walk over all of them, found once', `${(performance.now() - start).toFixed(0)} ms`);
}
