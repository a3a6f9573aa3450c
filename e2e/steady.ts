import type { Page } from '@playwright/test';
import {
  deriveStatus,
  foldEntries,
  goodAnswer,
  isSaidUnseen,
  stateSubject,
  subjectsOfState,
  stateValue,
  type BasisIndex,
  type CampaignState,
  type CampaignStatus,
  type Entry,
  type PartAnswer,
  type StationId,
} from '@kanzel/core';
import { tell } from './entries.ts';

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
    const ready = open.find((p) => !status.parts.get(p.key)?.blocked);
    const role = stations.includes('flight') || stations.includes('ready') ? 'pilot' : 'technician';
    if (ready) {
      const { check, subject, key } = ready;
      const about = { check: check.id, subject };
      tried.set(key, (tried.get(key) ?? 0) + 1);
      if ((tried.get(key) ?? 0) > 4)
        throw new Error(`${key} is not proven: ${JSON.stringify(status.parts.get(key)?.reasons)}`);
      const own = status.parts.get(key);
      const answer = asRead(goodAnswer(ready, state, new Date().toISOString()), index);
      if (check.secondPerson && own?.answer && own.mark === 'inHand') {
        await tell(second, base, {
          kind: 'answer.witnessed',
          role: 'inspector',
          body: {
            ...about,
            answerEntry: own.answer.entry,
            ...(isSaidUnseen(check) ? { saw: answer } : {}),
          },
        });
        continue;
      }
      const facts = check.setting
        ? { [check.setting.channel]: { value: check.setting.value, unit: check.setting.unit } }
        : {};
      await tell(page, base, {
        kind: 'answer.given',
        role,
        body: { ...about, answer, facts, confirmed: true },
      });
      continue;
    }
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
export async function passGate(
  page: Page,
  base: string,
  gate: string,
  crew: readonly string[] = [],
): Promise<void> {
  const { state } = await recordNow(page, base);
  await tell(page, base, {
    kind: 'gate.passed',
    version: 2,
    role: 'pilot',
    body: { gate, snapshot: state.head, ...(crew.length > 0 ? { crew } : {}) },
  });
}
