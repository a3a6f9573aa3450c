import { createHash } from 'node:crypto';
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import {
  chain,
  plateText,
  scriptedRecord,
  type Basis,
  type Entry,
  type EntryDraft,
  type PartAnswer,
} from '@kanzel/core';
import { createApp, LibraryService, PeopleService, RecordService } from '@kanzel/server';
import { StoryClock } from './crew.ts';
import { authorisationsOf, DEMO_PEOPLE, fleetFiles, instrumentFile } from '@kanzel/world';
import { demoSettings } from './make-demo.ts';

/** How large a world is wanted. */
export interface Size {
  readonly aircraft: number;
  readonly campaigns: number;
  readonly entries: number;
}

const DAY = 86_400_000;

/** The files of a fleet: the aircraft of the demonstration over and over, each with a mark and serial of its own. */
function manyFiles(today: Date, count: number): readonly (readonly [mark: string, text: string])[] {
  const kinds = fleetFiles(today).map(([, text]) => text);
  return Array.from({ length: count }, (_, i) => {
    const mark = `QX-${String(i + 1).padStart(4, '0')}`;
    const text = (kinds[i % kinds.length] ?? '')
      .replace(/^mark: .*$/m, `mark: ${mark}`)
      .replace(/^serial: .*$/m, `serial: S-${i + 1}`);
    return [mark, text] as const;
  });
}

/** An id that looks as any, and is the same for the same name. */
function idFor(name: string): string {
  const hex = createHash('sha256').update(name).digest('hex');
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-4${hex.slice(13, 16)}-8${hex.slice(17, 20)}-${hex.slice(20, 32)}`;
}

/** The people who stand for those of the script. */
type Cast = Readonly<Record<string, string>>;

/** What an answer about papers or loading says of one aircraft, one day or one entry, said of another. */
function paperAgain(
  answer: PartAnswer,
  basis: Basis,
  ids: ReadonlyMap<string, string>,
  at: (time: string) => string,
): PartAnswer {
  if (answer.kind === 'plate') return { ...answer, text: plateText(basis.aircraft) };
  if (answer.kind === 'document') {
    const { issuedOn, expiresOn, ...rest } = answer.document;
    const day = (on: string): string => at(`${on}T00:00:00.000Z`).slice(0, 10);
    return {
      kind: 'document',
      document: {
        ...rest,
        ...(issuedOn === undefined ? {} : { issuedOn: day(issuedOn) }),
        ...(expiresOn === undefined ? {} : { expiresOn: day(expiresOn) }),
      },
    };
  }
  if (answer.kind !== 'loading') return answer;
  const { empty } = answer.sheet;
  return {
    kind: 'loading',
    sheet: { ...answer.sheet, empty: { ...empty, from: ids.get(empty.from) ?? empty.from } },
  };
}

/**
 * The record of a scripted campaign again, for another aircraft of its kind at another time: ids, people, clocks
 * and snapshots are its own, and it is chained anew. What the door let in once it would let in again, since
 * nothing it looks at differs.
 */
function again(
  script: readonly Entry[],
  campaign: string,
  basis: Basis,
  title: string,
  start: number,
  cast: Cast,
): Entry[] {
  const shift = start - Date.parse(script[0]?.at ?? '');
  const at = (time: string): string => new Date(Date.parse(time) + shift).toISOString();
  const ids = new Map(script.map((e) => [e.id, idFor(`${campaign} ${e.seq}`)]));
  const made: Entry[] = [];
  for (const entry of script) {
    const last = made[made.length - 1];
    const body: Record<string, unknown> = { ...entry.body };
    if (typeof body['answerEntry'] === 'string') body['answerEntry'] = ids.get(body['answerEntry']);
    if (typeof body['snapshot'] === 'string') body['snapshot'] = last?.hash;
    if (entry.kind === 'campaign.opened') Object.assign(body, { basis, title });
    if (entry.kind === 'answer.given') {
      const { answer } = entry.body;
      if (answer.kind === 'timer')
        body['answer'] = { ...answer, startedAt: at(answer.startedAt), endedAt: at(answer.endedAt) };
      else body['answer'] = paperAgain(answer, basis, ids, at);
    }
    const draft = {
      id: ids.get(entry.id),
      campaign,
      at: at(entry.at),
      by: cast[entry.by] ?? entry.by,
      role: entry.role,
      device: 'large-demo',
      seen: last?.seq ?? 0,
      kind: entry.kind,
      version: entry.version,
      body,
    } as unknown as EntryDraft;
    made.push(chain(draft, last, draft.at));
  }
  return made;
}

/** How often each figure is taken so that a record comes out nearest to the length wanted. */
function timesFor(basis: Basis, wanted: number): readonly Entry[] {
  let best: readonly Entry[] | undefined;
  for (let times = 1; times <= 12; times += 1) {
    const script = scriptedRecord(basis, times);
    if (!script.ok) throw new Error(`makeLarge: ${JSON.stringify(script.error)}`);
    if (best && Math.abs(best.length - wanted) <= Math.abs(script.value.length - wanted)) break;
    best = script.value;
    if (best.length >= wanted) break;
  }
  return best ?? [];
}

/** What the workshop measures with in the scripts: good enough for every limit. */
const STANDARD = instrumentFile({
  id: 'trial',
  revision: 1,
  kind: 'other',
  name: 'Reference set of the workshop',
  unit: '1',
  accuracy: 0,
  resolution: 0.000001,
  calibratedUntil: null,
  measures: ['reading'],
});

/**
 * Makes a world of a given size in an empty folder: a fleet, one campaign in hand on each aircraft, and released
 * ones before them. The scripts are worked through the product's own door once per kind of aircraft, and stored
 * through its own record service; nothing derived is written.
 */
export async function makeLarge(dataFolder: string, today: Date, size: Size): Promise<number> {
  mkdirSync(join(dataFolder, 'library'), { recursive: true });
  const fleet = manyFiles(today, size.aircraft);
  for (const [mark, text] of fleet)
    writeFileSync(join(dataFolder, 'library', `aircraft-${mark.toLowerCase()}.r1.yaml`), text);
  writeFileSync(join(dataFolder, 'library', 'instrument-trial.r1.yaml'), STANDARD);
  const clock = new StoryClock(today.getTime() - 700 * DAY);
  const app = await createApp(demoSettings(dataFolder), clock);
  try {
    await app.init();
    const [record, library, people] = [
      app.get(RecordService),
      app.get(LibraryService),
      app.get(PeopleService),
    ];
    const cast: Record<string, string> = {};
    for (const person of DEMO_PEOPLE) {
      const added = await people.add({ ...person, authorisations: authorisationsOf(person, today) });
      const role = { ylva: 'hand', brand: 'second', signe: 'third' }[person.name];
      if (added.ok && role) cast[role] = added.value.id;
    }
    const scripts = new Map<string, readonly Entry[]>();
    const batch: Entry[][] = [];
    let written = 0;
    const store = async (): Promise<void> => {
      const taken = await record.takeOver(batch.splice(0));
      if (!taken.ok) throw new Error(`makeLarge: ${JSON.stringify(taken.error)}`);
    };
    for (let i = 0; i < size.campaigns; i += 1) {
      const [mark] = fleet[i % fleet.length] ?? [''];
      const basis = library.basisFor(mark);
      if (!basis.ok) throw new Error(`makeLarge: ${JSON.stringify(basis.error)}`);
      const kind = basis.value.pack.id;
      const script = scripts.get(kind) ?? timesFor(basis.value, size.entries / size.campaigns);
      scripts.set(kind, script);
      const inHand = i >= size.campaigns - fleet.length;
      const start =
        today.getTime() - (inHand ? 0.4 : 2 + ((size.campaigns - i) * 690) / size.campaigns) * DAY;
      // Those in hand stand anywhere between the first station and the last.
      const length = inHand
        ? Math.max(8, Math.floor(script.length * (0.1 + (0.8 * ((i * 37) % 100)) / 100)))
        : script.length;
      const title = `${['Hundred-hour work', 'Propeller exchanged', 'Controls rigged', 'Yearly inspection'][i % 4] ?? ''}, ${i + 1}`;
      batch.push(again(script.slice(0, length), idFor(`campaign ${i}`), basis.value, title, start, cast));
      written += length;
      if (batch.length >= 50) await store();
    }
    await store();
    return written;
  } finally {
    await app.close();
  }
}
