import { randomUUID } from 'node:crypto';
import {
  deriveStatus,
  makeSentences,
  namesOf,
  occasionOf,
  PROFILES,
  recommendWays,
  wayFacts,
  WAYS,
  secondWalk,
  type SecondWalk,
  type WayQuestion,
  goodAnswer,
  isSaidUnseen,
  makeDraft,
  formatFigure,
  stateSubject,
  stateValue,
  type CampaignState,
  type Check,
  type EntryBodies,
  type EntryKind,
  type Fact,
  type PartAnswer,
  type Reading,
  type Role,
  type Series,
  type StationId,
} from '@kanzel/core';
import type { PersonView } from '@kanzel/contract';
import { MAST_MISSION, STANDIN_PARAMETERS, type EngineId, type TwinStandin } from '@kanzel/standins';
import { type StoryPapers } from '@kanzel/world';
import { type RecordService } from '@kanzel/server';
import { timedIntoCan } from './timed-into-can.ts';
import { turnedAbout } from './turned-about.ts';
import { writtenSheet } from './written-sheets.ts';

/** Read to a tenth, from nothing that is in the register. */
const asShown = ({ instrument: _, ...reading }: Reading): Reading => {
  const value = Math.round(10 * reading.value) / 10;
  return { ...reading, value, text: String(value), resolution: 0.1 };
};

/** What the stand-in of a vehicle has, in the place of what a trial would make up. */
function asTheVehicleHas(good: PartAnswer): PartAnswer {
  if (good.kind === 'mission')
    return {
      ...good,
      planned: { name: 'mast-round.csv', items: MAST_MISSION },
      read: { ...good.read, items: MAST_MISSION },
    };
  if (good.kind === 'side-by-side')
    return {
      ...good,
      readings: Object.fromEntries(Object.entries(good.readings).map(([id, r]) => [id, asShown(r)])),
    };
  if (good.kind === 'heading')
    return {
      ...good,
      own: asShown(good.own),
      references: good.references.map((r) => ({ ...r, reading: asShown(r.reading) })),
    };
  if (good.kind !== 'parameters') return good;
  const items = STANDIN_PARAMETERS.map(([name, , value]) => ({ name, value }));
  return { ...good, left: { name: 'as-delivered.csv', items }, read: { ...good.read, items } };
}

/** A clock that moves only when the story does. */
export class StoryClock {
  constructor(private time: number) {}

  now(): Date {
    return new Date(this.time);
  }

  advance(seconds: number): void {
    this.time += seconds * 1000;
  }
}

/** Who plays which role. */
export interface Cast {
  readonly technician: PersonView;
  readonly inspector: PersonView;
  readonly certifier: PersonView;
  readonly pilot: PersonView;
}

/** Figures that are read by eye and typed, by check. */
const TYPED: Readonly<Record<string, number>> = {
  'airframe-hours-noted': 2814.6,
  'oil-quantity': 9.5,
  'fuel-on-board': 118,
  'idle-mixture-rise': 25,
  'cross-wind-component': 4,
  'climb-heads': 212,
  'take-off-speed-governed': 2680,
};

const DEVICE = 'demo-bench';

/**
 * A scripted crew that works a campaign through the product's own door: it moves the controls of the engine
 * stand-in, reads what the monitor shows, and posts entries as a browser would.
 */
export class ScriptedCrew {
  constructor(
    private readonly record: RecordService,
    protected readonly clock: StoryClock,
    private readonly twin: TwinStandin,
    private readonly cast: Cast,
    readonly campaign: string,
    private readonly papers: StoryPapers = {},
  ) {}

  async state(): Promise<CampaignState> {
    const folded = await this.record.fold(this.campaign);
    if (!folded) throw new Error(`ScriptedCrew: no campaign ${this.campaign}`);
    return folded.state;
  }

  /** Time passes for people and engines alike. */
  pass(seconds: number): void {
    this.clock.advance(seconds);
    this.twin.advance(seconds);
  }

  /** The instant at which the crew works. */
  now(): Date {
    return this.clock.now();
  }

  /** Posts one entry and returns its id; a refusal is a mistake in the story. */
  async post<K extends EntryKind>(
    kind: K,
    body: EntryBodies[K],
    as: keyof Cast = 'technician',
    supersedes?: string,
  ): Promise<string> {
    const person = this.cast[as];
    const role: Role = as;
    const id = randomUUID();
    const draft = makeDraft(kind, body, {
      id,
      campaign: this.campaign,
      at: this.clock.now().toISOString(),
      by: person.id,
      role,
      device: DEVICE,
      seen: (await this.state()).count,
      ...(supersedes ? { supersedes } : {}),
    });
    const posted = await this.record.post(this.campaign, [draft], person);
    if (!posted.ok) throw new Error(`ScriptedCrew: ${JSON.stringify(posted.error)}`);
    const [refused] = posted.value.refused;
    if (refused)
      throw new Error(
        `ScriptedCrew: ${kind} ${JSON.stringify(body).slice(0, 200)} refused: ${JSON.stringify(refused.reason)}`,
      );
    return id;
  }

  private channel(engine: string, channel: string): number {
    const value = this.twin.read()[engine]?.[channel];
    if (value === undefined) throw new Error(`ScriptedCrew: the monitor has no ${engine}.${channel}`);
    return value;
  }

  /** Mean of two seconds of a channel, as the sheet takes it from the monitor. */
  private live(check: Check, engine: string, channel: string, unit: string, resolution: number): Reading {
    const samples: number[] = [];
    for (let i = 0; i < 20; i += 1) {
      this.pass(0.1);
      samples.push(this.channel(engine, channel));
    }
    const mean = samples.reduce((a, b) => a + b, 0) / samples.length;
    const scatter = Math.sqrt(samples.reduce((a, v) => a + (v - mean) ** 2, 0) / (samples.length - 1));
    return {
      value: mean,
      unit,
      text: formatFigure(mean, resolution),
      resolution,
      source: 'live',
      instrument: this.instrumentFor(check, channel, true),
      scatter,
      count: samples.length,
    };
  }

  private instruments: readonly { id: string; measures: readonly string[]; live?: boolean }[] = [];

  private instrumentFor(_check: Check, channel: string, live: boolean): string | undefined {
    return this.instruments.find(
      (i) => i.measures.includes(channel.replace(/-\d$/, '')) && (i.live === true) === live,
    )?.id;
  }

  private series(
    engine: string,
    channel: string,
    unit: string,
    resolution: number,
    seconds: number,
    instrument: string | undefined,
  ): Series {
    const t: number[] = [];
    const v: number[] = [];
    for (let at = 0; at <= seconds; at += 0.2) {
      t.push(Number(at.toFixed(1)));
      v.push(this.channel(engine, channel));
      this.pass(0.2);
    }
    return { unit, resolution, source: 'live', ...(instrument ? { instrument } : {}), t, v };
  }

  /** Hands on the levers for a drop, and back. */
  private switchFor(check: Check, engine: EngineId, on: boolean): void {
    const to =
      check.answer.kind === 'drop' || check.answer.kind === 'cylinders'
        ? (check.answer as { switchTo?: string }).switchTo
        : undefined;
    const command = (controls: object): void => this.twin.command({ engine, controls });
    if (to === 'left ignition only') command({ ignition: on ? 'left' : 'both' });
    if (to === 'right ignition only') command({ ignition: on ? 'right' : 'both' });
    if (to === 'propeller lever back') command({ propeller: on ? 0 : 1 });
    if (to === 'feather gate for a moment') command({ propeller: on ? -1 : 1 });
    if (to === 'carburettor heat on') command({ carburettorHeat: on });
  }

  private setPower(check: Check, engine: EngineId): void {
    const speeds: Record<string, number> = {
      'full-power-speed': 2780,
      'full-power-heads': 2780,
      'full-power-time': 2780,
      // Still at the power of the pattern on both, or the two could not be compared.
      'exhaust-left-ignition': 1700,
      'exhaust-right-ignition': 1700,
      'feather-drop': 1700,
      'governor-return': 1700,
      'take-off-speed-governed': 2780,
    };
    const speed = check.setting
      ? check.setting.value > 2500
        ? 2780
        : check.setting.value
      : (speeds[check.id] ??
        (check.id.includes('idle') || check.id === 'ignition-grounded'
          ? 690
          : check.station === 'run-up' && check.needs['engine'] === 'running'
            ? 1100
            : undefined));
    if (speed !== undefined) this.twin.command({ engine, speed });
    if (check.id === 'generator-amps') this.twin.command({ engine, controls: { landingLights: true } });
    this.pass(speed !== undefined ? 6 : 2);
  }

  /** What the crew sees and does for one check on one subject; `undefined` when nothing is answered by hand. */
  protected async answerFor(check: Check, subject: string): Promise<PartAnswer | undefined> {
    const spec = check.answer;
    const engine: EngineId = subject === 'right' ? 'right' : 'left';
    if (check.sets['engine'] === 'running') {
      this.twin.command({ engine, controls: { mixture: 1, ignition: 'both', starter: true } });
      this.pass(2);
      this.twin.command({ engine, controls: { starter: false }, speed: 1100 });
    }
    if (check.sets['engine'] === 'stopped') {
      this.twin.command({ engine, controls: { mixture: 0, ignition: 'off', throttle: 0 } });
      this.pass(8);
    }
    switch (spec.kind) {
      case 'confirm':
        return { kind: 'confirm', asExpected: true };
      case 'choice':
        return { kind: 'choice', option: spec.options.find((o) => o.good)?.id ?? '' };
      case 'text':
        return { kind: 'text', text: 'Nothing to add.' };
      case 'computed':
        return undefined;
      case 'timer': {
        await this.post('timer.started', { check: check.id, subject });
        const startedAt = this.clock.now().toISOString();
        this.pass(spec.seconds + 1);
        return { kind: 'timer', startedAt, endedAt: this.clock.now().toISOString() };
      }
      case 'series':
        return { kind: 'series', series: this.recordSeries(check, engine, spec) };
      case 'reading': {
        const typed = TYPED[check.id];
        if (typed !== undefined || spec.channel === undefined)
          return {
            kind: 'reading',
            reading: {
              value: typed ?? 0,
              unit: spec.unit,
              text: String(typed ?? 0),
              resolution: spec.resolution,
              source: 'typed',
              instrument:
                this.instrumentFor(check, spec.tool ?? check.id, false) ??
                this.instrumentFor(check, spec.channel ?? '', false),
            },
          };
        this.setPower(check, engine);
        return {
          kind: 'reading',
          reading: this.live(
            check,
            spec.channel === 'bus-volts' ? 'aircraft' : engine,
            spec.channel,
            spec.unit,
            spec.resolution,
          ),
        };
      }
      case 'cylinders': {
        this.setPower(check, engine);
        this.switchFor(check, engine, true);
        this.pass(8);
        const readings = Object.fromEntries(
          [1, 2, 3, 4, 5, 6].map((n) => [
            String(n),
            this.live(check, engine, `${spec.channel}-${n}`, spec.unit, spec.resolution),
          ]),
        );
        this.switchFor(check, engine, false);
        return { kind: 'cylinders', readings };
      }
      case 'flow':
        return timedIntoCan(80);
      case 'sphere':
        return turnedAbout();
      case 'worksheet': {
        const { index } = await this.state();
        if (!index) throw new Error('ScriptedCrew: there is no basis');
        return writtenSheet(spec, index);
      }
      case 'count':
        return { kind: 'count', count: TYPED[check.id] ?? 0 };
      case 'photo':
      case 'locks':
      case 'tally':
      case 'assembly':
      case 'sense':
      case 'positions':
      case 'side-by-side':
      case 'heading':
      case 'swing':
      case 'samples':
      case 'roll':
      case 'travel':
      case 'mission':
      case 'parameters':
      case 'weighing':
      case 'loading':
      case 'document':
      case 'trail':
      case 'signatures':
      case 'equipment':
      case 'plate': {
        const state = await this.state();
        const told = this.papers[check.id];
        const aircraft = state.index?.basis.aircraft;
        const part = state.index?.parts.get(`${check.id}@${subject}`);
        if (!part) throw new Error(`ScriptedCrew: ${check.id} is not in the campaign`);
        const good = goodAnswer(part, state, this.clock.now().toISOString());
        const read = good.kind === 'travel' ? this.travelAsRead(check, good) : asTheVehicleHas(good);
        return told && aircraft ? told(aircraft, read) : read;
      }
      case 'drop': {
        this.setPower(check, engine);
        const before = this.live(check, engine, spec.channel ?? '', spec.unit, spec.resolution);
        this.switchFor(check, engine, true);
        this.pass(6);
        const after = this.live(check, engine, spec.channel ?? '', spec.unit, spec.resolution);
        this.switchFor(check, engine, false);
        return { kind: 'drop', before, after };
      }
    }
  }

  /** Read to half a degree or millimetre, from whatever instrument is noted for it; the second of a pair a step less than the first. */
  private travelAsRead(
    check: Check,
    { rows, ...more }: Extract<PartAnswer, { kind: 'travel' }>,
  ): Extract<PartAnswer, { kind: 'travel' }> {
    const instrument = this.instrumentFor(check, check.id, false);
    const read = ({ value, unit }: Reading, at: number): Reading => {
      const shown = Math.round(2 * value) / 2 - (at === 1 ? 0.5 : 0);
      return {
        value: shown,
        unit,
        text: String(shown),
        resolution: 0.5,
        source: 'typed',
        ...(instrument ? { instrument } : {}),
      };
    };
    return {
      ...more,
      rows: rows.map((row, i) => ({
        ...row,
        read: Object.fromEntries(Object.entries(row.read).map(([p, r]) => [p, read(r, i)])),
      })),
    };
  }

  private recordSeries(
    check: Check,
    engine: EngineId,
    spec: Extract<Check['answer'], { kind: 'series' }>,
  ): Series {
    const instrument = this.instrumentFor(check, spec.channel ?? '', true);
    const take = (seconds: number): Series =>
      this.series(engine, spec.channel ?? '', spec.unit, spec.resolution, seconds, instrument);
    if (check.id === 'governor-return') {
      this.setPower(check, engine);
      this.twin.command({ engine, controls: { propeller: 0 } });
      this.pass(5);
      this.twin.command({ engine, controls: { propeller: 1 } });
      return take(12);
    }
    if (check.id === 'full-power-time') {
      this.twin.command({ engine, speed: 2780 });
      const held = take(25);
      // The lever comes back before the recording ends: how long it was held is not known while it is held.
      this.twin.command({ engine, speed: 1100 });
      const back = take(8);
      const from = (held.t[held.t.length - 1] ?? 0) + 0.2;
      return {
        ...held,
        t: [...held.t, ...back.t.map((t) => Number((from + t).toFixed(1)))],
        v: [...held.v, ...back.v],
      };
    }
    return take(Math.min(20, spec.seconds));
  }

  /** Power setting at this moment, as it goes into the record with the answer. */
  protected factsFor(check: Check, subject: string, answer: PartAnswer): Record<string, Fact> {
    const { setting } = check;
    if (!setting) return {};
    if (answer.kind === 'drop')
      return { [setting.channel]: { value: answer.before.value, unit: answer.before.unit } };
    return { [setting.channel]: { value: this.channel(subject, setting.channel), unit: setting.unit } };
  }

  /** Answers one check on every subject that is not proven yet, with a second person where it asks for one. */
  async answer(id: string, subjects?: readonly string[]): Promise<void> {
    const state = await this.state();
    const check = state.index?.checks.get(id);
    if (!check || !state.index) throw new Error(`ScriptedCrew: no check ${id}`);
    this.instruments = state.index.basis.aircraft.instruments;
    for (const part of state.index.partsOfCheck.get(id) ?? []) {
      if (subjects && !subjects.includes(part.subject)) continue;
      const answer = await this.answerFor(check, part.subject);
      if (!answer) continue;
      if (check.decides) {
        await this.choose(check.decides);
        continue;
      }
      const facts = this.factsFor(check, part.subject, answer);
      const as: keyof Cast =
        check.station === 'flight' || check.station === 'taxi' || check.station === 'ready'
          ? 'pilot'
          : 'technician';
      const entry = await this.post('answer.given', { check: id, subject: part.subject, answer, facts }, as);
      this.pass(20);
      if (check.secondPerson)
        await this.post(
          'answer.witnessed',
          {
            check: id,
            subject: part.subject,
            answerEntry: entry,
            ...(isSaidUnseen(check) ? { saw: answer } : {}),
          },
          'inspector',
        );
    }
  }

  /** Chooses the way that is recommended on a question, beside those chosen before. */
  private async choose(question: WayQuestion): Promise<void> {
    const state = await this.state();
    if (!state.index) return;
    const facts = wayFacts(state, state.index, occasionOf(state.opened?.occasion), {
      beginner: false,
      inspectors: 1,
    });
    const advice = recommendWays(facts)[question];
    const names = makeSentences(namesOf(state.index));
    const chosen = advice
      ? { choice: advice.choice, why: names.say(advice.why) }
      : { choice: WAYS[question][0], why: 'As the last one of the type.' };
    const ways = { ...state.ways?.ways, [question]: chosen };
    const profile = PROFILES.find((p) => p === ways['reach']?.choice) ?? state.ways?.profile ?? 'programme';
    await this.post('ways.chosen', { profile, ways }, 'pilot');
  }

  /** The first checks still unproven, station by station, up to and including `last`. */
  async work(stations: readonly StationId[], until?: string): Promise<void> {
    for (const station of stations) {
      const state = await this.state();
      await this.passGates(station);
      const standing = async () => deriveStatus(await this.state(), this.clock.now().toISOString());
      // Where nothing was said, nothing stands otherwise.
      let status = await standing();
      for (const check of state.index?.basis.pack.checks.filter((c) => c.station === station) ?? []) {
        if (check.id === until) return;
        const open = (status?.checks.get(check.id)?.parts ?? [])
          .filter((p) => !p.proven)
          .map((p) => p.key.split('@')[1] ?? '');
        if (open.length === 0 || check.answer.kind === 'computed') continue;
        await this.ensureStates(check, open);
        await this.answer(check.id, open);
        status = await standing();
      }
    }
  }

  /** Starts or stops engines again where a repeated check needs it. */
  private async ensureStates(check: Check, subjects: readonly string[]): Promise<void> {
    const state = await this.state();
    const { index } = state;
    if (!index) return;
    for (const [name, wanted] of Object.entries(check.needs)) {
      for (const subject of subjects) {
        const at = stateSubject(index, name, subject);
        if (stateValue(state, name, at) === wanted) continue;
        const setter = index.basis.pack.checks.find((c) => c.sets[name] === wanted);
        if (setter && !state.parts.get(`${setter.id}@${subject}`)?.history.length)
          await this.answer(setter.id, [subject]);
        else await this.post('state.set', { state: name, subject: at, value: wanted });
      }
    }
  }

  /** The inspector walks again what the pack asks for, without looking at what the technician found. */
  private async walkAgain(): Promise<void> {
    const at = async (): Promise<SecondWalk | undefined> => {
      const state = await this.state();
      return state.index && secondWalk(state, state.index);
    };
    const before = await at();
    if (!before || (before.drawn && before.left.length === 0)) return;
    const walk = randomUUID();
    await this.post('walk.begun', { walk }, 'inspector');
    const { index } = await this.state();
    for (const key of (await at())?.left ?? []) {
      const part = index?.parts.get(key);
      const answer = part && (await this.answerFor(part.check, part.subject));
      if (!part || !answer) continue;
      this.pass(30);
      const said = { walk, check: part.check.id, subject: part.subject, answer, facts: {} };
      await this.post('walk.said', said, 'inspector');
    }
    await this.post('walk.finished', { walk }, 'inspector');
  }

  /** Passes every gate that stands before a station and is open. */
  async passGates(station: StationId): Promise<void> {
    const state = await this.state();
    for (const gate of state.index?.gatesBefore.get(station) ?? []) {
      const status = deriveStatus(await this.state(), this.clock.now().toISOString());
      const stands = status?.gates.find((g) => g.gate.id === gate.id)?.passStands === true;
      if (stands || gate.before === 'release') continue;
      if (gate.conditions.some((c) => c.kind === 'walkedAgain')) await this.walkAgain();
      const crew = gate.conditions.some((c) => c.kind === 'crew')
        ? { crew: [this.cast.pilot.id, this.cast.inspector.id] }
        : {};
      await this.post('gate.passed', { gate: gate.id, snapshot: (await this.state()).head, ...crew });
    }
  }

  /** Parts out of limits now, as keys. */
  async out(): Promise<string[]> {
    const status = deriveStatus(await this.state(), this.clock.now().toISOString());
    return [...(status?.parts.values() ?? [])].filter((p) => p.mark === 'out').map((p) => p.key);
  }

  /** Signs the release as the certifying person. */
  async release(): Promise<void> {
    const state = await this.state();
    const posted = await this.record.release(
      this.campaign,
      {
        id: randomUUID(),
        at: this.clock.now().toISOString(),
        device: DEVICE,
        seen: state.count,
        snapshot: state.head,
        statement: '',
      },
      this.cast.certifier,
    );
    if (!posted.ok || posted.value.refused.length > 0)
      throw new Error(`ScriptedCrew: release refused: ${JSON.stringify(posted)}`);
  }
}
