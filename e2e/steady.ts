import { randomUUID } from 'node:crypto';
import type { Page } from '@playwright/test';
import {
  deriveStatus,
  foldEntries,
  goodAnswer,
  isSaidUnseen,
  stateSubject,
  subjectsOfState,
  unsaidOf,
  walkInHand,
  stateValue,
  type BasisIndex,
  type CampaignState,
  type CampaignStatus,
  type Entry,
  type PartAnswer,
  type StationId,
} from '@kanzel/core';
import { tell, type Told } from './entries.ts';

/** The record of a campaign as the server has it now, and where it stands. */
export async function recordNow(
  page: Page,
  base: string,
): Promise<{ readonly state: CampaignState; readonly status: CampaignStatus }> {
  const entries = base.replace('/campaign/', '/api/campaigns/');
  const { entries: all } = (await (await page.request.get(`${entries}/entries`)).json()) as {
    entries: readonly Entry[];
  };
  const state = foldEntries(all);
  const status = deriveStatus(state, new Date().toISOString());
  if (!status) throw new Error('The campaign has no basis.');
  return { state, status };
}

/** The answer read from what the register of the aircraft has for it: the finest of that unit, or nothing named. */
function asRead(answer: PartAnswer, { instruments }: BasisIndex): PartAnswer {
  const finest = (unit: string): string | undefined =>
    Object.values(instruments)
      .filter((i) => i.unit === unit && i.live !== true)
      .sort((x, y) => (x.accuracy ?? Infinity) - (y.accuracy ?? Infinity))[0]?.id;
  const read = (value: unknown): unknown => {
    if (Array.isArray(value)) return value.map(read);
    if (typeof value !== 'object' || value === null) return value;
    const { instrument, ...rest } = value as { instrument?: string; unit?: string };
    const named = instrument === 'trial' ? finest(rest.unit ?? '') : instrument;
    return Object.fromEntries(
      Object.entries({ ...rest, ...(named === undefined ? {} : { instrument: named }) }).map(([k, v]) => [
        k,
        read(v),
      ]),
    );
  };
  return read(answer) as PartAnswer;
}

/**
 * Works what is left of some stations as a steady hand would, by entries: whoever is signed in on `page` answers, `second` looks. `except`: steps
 * that the story works itself, on the screen.
 */
export async function workStations(
  page: Page,
  second: Page,
  base: string,
  stations: readonly StationId[],
  except: readonly string[] = [],
): Promise<void> {
  const tried = new Map<string, number>();
  for (let step = 0; step < 200; step += 1) {
    const { state, status } = await recordNow(page, base);
    const { index } = state;
    if (!index) throw new Error('The campaign has no basis.');
    const open = [...index.parts.values()].filter((part) => {
      const own = status.parts.get(part.key);
      return (
        stations.includes(part.check.station) &&
        !except.includes(part.check.id) &&
        part.check.answer.kind !== 'computed' &&
        own &&
        !own.proven &&
        !own.outside
      );
    });
    if (open.length === 0) return;
    const role = 'pilot';
    const ready = open.filter((p) => !status.parts.get(p.key)?.blocked);
    const looked: Told[] = [];
    const answered: Told[] = [];
    // What changes a state is told by itself: what else could be answered before it may not be behind it.
    const some = ready.filter((p) => Object.keys(p.check.sets).length === 0);
    for (const { check, subject, key, ...part } of some.length > 0 ? some : ready.slice(0, 1)) {
      const about = { check: check.id, subject };
      tried.set(key, (tried.get(key) ?? 0) + 1);
      const own = status.parts.get(key);
      if ((tried.get(key) ?? 0) > 4) throw new Error(`${key} is not proven: ${JSON.stringify(own?.reasons)}`);
      // No story waits for a clock of minutes: the step is said to need none, as it may be.
      if (check.answer.kind === 'timer') {
        const body = { ...about, reason: 'Ran this morning' };
        answered.push({ kind: 'answer.notApplicable', role, body });
        continue;
      }
      const answer = asRead(
        goodAnswer({ ...part, check, subject, key }, state, new Date().toISOString()),
        index,
      );
      if (check.secondPerson && own?.answer && own.mark === 'inHand') {
        const body = {
          ...about,
          answerEntry: own.answer.entry,
          ...(isSaidUnseen(check) ? { saw: answer } : {}),
        };
        looked.push({ kind: 'answer.witnessed', role: 'inspector', body });
        continue;
      }
      const facts = check.setting
        ? { [check.setting.channel]: { value: check.setting.value, unit: check.setting.unit } }
        : {};
      answered.push({ kind: 'answer.given', role, body: { ...about, answer, facts, confirmed: true } });
    }
    if (answered.length > 0) await tell(page, base, ...answered);
    if (looked.length > 0) await tell(second, base, ...looked);
    if (answered.length + looked.length > 0) continue;
    // All that is left waits for another state: bring it about.
    const [first] = open;
    const wrong = Object.entries(first?.check.needs ?? {}).find(
      ([name, value]) => first && stateValue(state, name, stateSubject(index, name, first.subject)) !== value,
    );
    if (!wrong)
      throw new Error(
        `${first?.key ?? ''} waits: ${JSON.stringify(status.parts.get(first?.key ?? '')?.blocked)}`,
      );
    for (const subject of subjectsOfState(index, wrong[0]))
      await tell(page, base, {
        kind: 'state.set',
        role,
        body: { state: wrong[0], subject, value: wrong[1] },
      });
  }
  throw new Error('It does not come to an end.');
}

/** Passes a gate as whoever is signed in, having seen all there is. */
async function passGate(page: Page, base: string, gate: string, crew: readonly string[] = []): Promise<void> {
  const { state } = await recordNow(page, base);
  await tell(page, base, {
    kind: 'gate.passed',
    version: 2,
    role: 'pilot',
    body: { gate, snapshot: state.head, ...(crew.length > 0 ? { crew } : {}) },
  });
}

const idOf = async (page: Page, base: string): Promise<string> =>
  ((await (await page.request.get(`${new URL(base).origin}/api/session`)).json()) as { id: string }).id;

/** A second walk, by whoever looks at the work of the other: what it waits for is said as it was found, and counts. */
async function walkAgain(second: Page, base: string): Promise<void> {
  const me = await idOf(second, base);
  const walk = randomUUID();
  await tell(second, base, { kind: 'walk.begun', role: 'inspector', body: { walk } });
  const { state } = await recordNow(second, base);
  const inHand = state.index && walkInHand(state, me);
  if (!state.index || !inHand) throw new Error('No second walk is in hand.');
  for (const key of unsaidOf(state, state.index, inHand)) {
    const part = state.index.parts.get(key);
    if (!part) continue;
    const answer = asRead(goodAnswer(part, state, new Date().toISOString()), state.index);
    await tell(second, base, {
      kind: 'walk.said',
      role: 'inspector',
      body: { walk, check: part.check.id, subject: part.subject, answer, facts: {} },
    });
  }
  await tell(second, base, { kind: 'walk.finished', role: 'inspector', body: { walk } });
}

/** Works and passes every gate up to one as far as it does not stand: what a flight before used up is done again. */
export async function throughGate(page: Page, second: Page, base: string, gate: string): Promise<void> {
  const { status } = await recordNow(page, base);
  for (const { gate: one } of status.gates) {
    const stations = one.conditions.flatMap((c) => (c.kind === 'proven' ? c.stations : []));
    await workStations(page, second, base, stations);
    const standing = async () => (await recordNow(page, base)).status.gates.find((g) => g.gate.id === one.id);
    if ((await standing())?.holdings.some((h) => h.cure.to === 'second-walk')) await walkAgain(second, base);
    const now = await standing();
    const crew = one.conditions.some((c) => c.kind === 'crew')
      ? await Promise.all([page, second].map((p) => idOf(p, base)))
      : [];
    if (now?.state !== 'passed') await passGate(page, base, one.id, crew);
    if (one.id === gate) return;
  }
}
