import { randomUUID } from 'node:crypto';
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { OpenCampaignRequest, PersonView } from '@kanzel/contract';
import { TwinStandin } from '@kanzel/standins';
import { describeWork, reachOfWork, type WorkItem } from '@kanzel/core';
import {
  AttachmentsService,
  createApp,
  FieldService,
  LibraryService,
  PeopleService,
  RecordService,
  type Settings,
} from '@kanzel/server';
import { printCopies } from './copies.ts';
import { ScriptedCrew, StoryClock, type Cast } from './crew.ts';
import {
  amphibianPapers,
  authorisationsOf,
  commonPapers,
  DEMO_PEOPLE,
  fleetFiles,
  grauholmChart,
  registerFiles,
  modelPapers,
  tugPapers,
  worksPapers,
  type StoryPapers,
} from '@kanzel/world';
import { grauholm, HEILO_BUDGET, HEILO_WAYS, keepPlan, settleScope } from './plans.ts';
import { TypedCrew } from './typed-crew.ts';

const BACKWARDS = { plus: 'minus', still: 'still', minus: 'plus' } as const;

const HOUR = 3_600_000;
const DAY = 24 * HOUR;

async function addPeople(people: PeopleService, today: Date): Promise<Map<string, PersonView>> {
  const found = new Map<string, PersonView>();
  for (const person of DEMO_PEOPLE) {
    const added = await people.add({ ...person, authorisations: authorisationsOf(person, today) });
    if (!added.ok) throw new Error(`makeDemo: ${person.name} is there twice`);
    found.set(person.name, added.value);
  }
  return found;
}

async function openCampaign(
  record: RecordService,
  library: LibraryService,
  clock: StoryClock,
  by: PersonView,
  title: string,
  workItems: string[],
  mark = 'QX-TJD',
  occasion: OpenCampaignRequest['occasion'] = 'post-maintenance',
): Promise<string> {
  const basis = library.basisFor(mark);
  if (!basis.ok) throw new Error(`makeDemo: ${JSON.stringify(basis.error)}`);
  const id = randomUUID();
  const opened = await record.open(
    {
      id,
      mark,
      title,
      occasion,
      workItems,
      at: clock.now().toISOString(),
      device: 'demo-bench',
    },
    basis.value,
    by,
  );
  if (!opened.ok) throw new Error(`makeDemo: ${JSON.stringify(opened.error)}`);
  return id;
}

/** What the gauges of the tug show where it matters to the story; the rest lies well inside. */
const HEILO_FIGURES: Readonly<Record<string, number>> = {
  'fuel-flow-left': 81,
  'fuel-flow-right': 61,
  'quantity-by-stick': 48,
};

/** Of the drone: the new motor draws a little less than its sisters. */
const TEIST_FIGURES: Readonly<Record<string, number>> = {
  'motor-current@1': 8.4,
  'motor-current@2': 8.5,
  'motor-current@3': 8.1,
  'motor-current@4': 8.6,
  'motor-current@5': 8.4,
  'motor-current@6': 8.5,
  'cell-imbalance': 0.006,
  'hover-outputs-apart': 8.5,
  'pack-resistance before': 50.2,
};

/** The board that was exchanged in the courier drone. */
const AUTOPILOT_BOARD: WorkItem = {
  component: 'Autopilot board',
  action: 'replaced',
  touches: ['autopilot'],
};

/** What is touched where something was loosened, by the tree of systems, as whoever writes the tag is shown it. */
async function loosened(crew: ScriptedCrew, system: string): Promise<readonly string[]> {
  const { index } = await crew.state();
  return reachOfWork(index?.basis.systems, [system], 'disconnected');
}

/** The courier drone on the scale and on the stand, as its sheet says. */
const LOMVI_FIGURES: Readonly<Record<string, number>> = { 'lc-mass': 14.4, 'lc-balance': 412 };

const EVERY_STATION = [
  'papers',
  'loading',
  'inspection',
  'controls',
  'fuel',
  'run-up',
  'taxi',
  'ready',
  'flight',
  'debrief',
] as const;

/** Last spring: a generator was exchanged; one finding was deferred, everything else was good, and it was released. */
async function lastSpring(crew: ScriptedCrew): Promise<void> {
  await crew.work([...EVERY_STATION]);
  const finding = 'right-landing-light';
  await crew.post('finding.raised', {
    finding,
    title: 'Right landing light intermittent',
    where: 'right wing, outer leading edge',
  });
  await crew.post(
    'finding.assessed',
    {
      finding,
      severity: 'deferred',
      reason: 'The lamp holder is on order.',
      conditions: 'Day flights only',
      until: new Date(crew.now().getTime() + 365 * 86_400_000).toISOString().slice(0, 10),
    },
    'inspector',
  );
  await crew.release();
}

/** This morning: everything before the engines is done, and the sheet stands at the start. */
async function thisMorning(crew: ScriptedCrew): Promise<void> {
  await crew.work(['papers', 'loading', 'inspection']);
  const tag = 'left-cowl-fasteners';
  const touches = await loosened(crew, 'engine.left.cowling');
  await crew.post('tag.on', {
    tag,
    thing: 'Left cowl, lower fasteners out',
    where: 'left engine, lower cowl',
    why: 'Access to the governor arm for the second look',
    touches,
  });
  crew.pass(1500);
  await crew.post('tag.off', { tag, note: 'Fasteners closed and counted', touches });
  await crew.work(['inspection']);
  crew.pass(3900);
  await crew.work(['controls', 'fuel']);
  await crew.answer('arcs-clear');
}

/** Yesterday and this morning: the tug is nearly ready for its maiden flight, and one tank flows short. */
async function tugFlowsShort(crew: TypedCrew): Promise<void> {
  await crew.work(['papers', 'loading', 'inspection']);
  crew.pass(1200);
  await crew.work(['controls', 'fuel'], 'fuel-flow-both');
  const finding = 'right-tank-short';
  const answer = (await crew.state()).parts.get('fuel-flow-right@aircraft')?.history.at(-1)?.entry;
  await crew.post('finding.raised', {
    finding,
    title: 'Right tank flows short in the climb attitude',
    where: 'right tank, outlet and vent',
    check: 'fuel-flow-right',
    subject: 'aircraft',
    ...(answer ? { answerEntry: answer } : {}),
  });
  await crew.post(
    'finding.assessed',
    {
      finding,
      severity: 'stops',
      reason: 'Less than one and a half times the demand; vent or outlet screen suspected.',
    },
    'inspector',
  );
  await crew.post('tag.on', {
    tag: 'right-fuel-hose',
    thing: 'Fuel hose off at the carburettor',
    where: 'engine, right side',
    why: 'Flow test goes on after the vent has been looked at',
    touches: ['engine.1.fuel.lines'],
    check: 'fuel-flow-right',
  });
}

/** This morning: the drone is proven from papers to debrief, and waits for the certifying signature. */
async function droneReady(crew: TypedCrew): Promise<void> {
  await crew.work([
    'papers',
    'loading',
    'inspection',
    'controls',
    'fuel',
    'run-up',
    'ready',
    'flight',
    'debrief',
  ]);
}

/** The server as the story is told through it: nobody listens. */
export function demoSettings(dataFolder: string): Settings {
  return {
    dataFolder,
    names: [],
    host: '127.0.0.1',
    port: 0,
    webFolder: undefined,
    demoPeople: [],
    simulation: undefined,
    standins: false,
    monitors: [],
    signInsPerMinute: 1000,
    logLevel: 'silent',
  };
}

/** What every chapter of the story needs: the services, the clock of the story, the people, and copies of their papers. */
interface World {
  readonly record: RecordService;
  readonly library: LibraryService;
  readonly clock: StoryClock;
  readonly cast: Cast;
  readonly today: Date;
  readonly copies: Awaited<ReturnType<typeof printCopies>>;
}

const goTo = ({ clock, today }: World, hoursAgo: number): void =>
  clock.advance((today.getTime() - hoursAgo * HOUR - clock.now().getTime()) / 1000);

/** The amphibian last spring, released. */
async function generatorExchanged(world: World): Promise<void> {
  const { record, library, clock, cast, copies } = world;
  const spring = await openCampaign(record, library, clock, cast.technician, 'Left generator exchanged', [
    'Left generator: replaced',
  ]);
  const springPapers = amphibianPapers(clock.now(), ['Left generator: replaced'], copies);
  await lastSpring(new ScriptedCrew(record, clock, new TwinStandin(7), cast, spring, springPapers));
}

/** What is done between two flights over the ice, and touches what they tell of. */
const BETWEEN_FLIGHTS: WorkItem = {
  component: 'Salt washed off',
  action: 'adjusted',
  touches: ['flight.hover', 'engine.1.cooling'],
};

/** Flights from one number to another, spread from so many days ago to so many. */
const everyFewDays = (first: number, last: number, from: number, to: number) =>
  Array.from({ length: last - first + 1 }, (_, i) => ({
    flight: first + i,
    daysAgo: from + ((to - from) * i) / (last - first),
  }));

/** The helicopter over the sea ice: flights one after another, days ago, each released; what they read is what it will be compared with. */
async function flightsOverIce(
  world: World,
  flights: readonly { flight: number; daysAgo: number }[],
): Promise<void> {
  const { record, library, clock, cast, copies } = world;
  for (const { flight, daysAgo } of flights) {
    goTo(world, 24 * daysAgo);
    const title = `Ice observation, flight ${flight}`;
    const work = [describeWork(BETWEEN_FLIGHTS)];
    const campaign = await openCampaign(record, library, clock, cast.technician, title, work, 'QX-RYP');
    // It scatters as a cold summer does: a few degrees, and a percent or two.
    const figures = {
      'hover-head-temperature': Math.round(186 + 4 * Math.sin(2.4 * flight) + 2 * Math.cos(7.1 * flight)),
      'power-margin': Math.round(71 + 1.6 * Math.sin(1.7 * flight)),
    };
    const crew = new TypedCrew(
      record,
      clock,
      cast,
      campaign,
      figures,
      commonPapers(clock.now(), work, copies),
    );
    await settleScope(record, crew, campaign, [BETWEEN_FLIGHTS], clock.now());
    await crew.work([...EVERY_STATION]);
    await crew.release();
  }
}

/** The courier drone two months ago, released. */
async function yearlyInspection(world: World): Promise<void> {
  const { record, library, clock, cast, copies } = world;
  goTo(world, 60 * 24);
  const earlierDrone = await openCampaign(
    record,
    library,
    clock,
    cast.technician,
    'Yearly inspection',
    ['Yearly inspection'],
    'QX-LMV',
  );
  const yearly = new TypedCrew(
    record,
    clock,
    cast,
    earlierDrone,
    LOMVI_FIGURES,
    commonPapers(clock.now(), ['Yearly inspection'], copies),
  );
  await yearly.work([...EVERY_STATION]);
  await yearly.release();
}

/** The courier drone yesterday: papers and loading done. */
async function autopilotBoard(world: World): Promise<TypedCrew> {
  const { record, library, clock, cast, today, copies } = world;
  goTo(world, 26);
  const courier = await openCampaign(
    record,
    library,
    clock,
    cast.technician,
    'Autopilot board replaced',
    [describeWork(AUTOPILOT_BOARD)],
    'QX-LMV',
  );
  const board = new TypedCrew(record, clock, cast, courier, LOMVI_FIGURES, {
    ...commonPapers(today, [describeWork(AUTOPILOT_BOARD)], copies),
    ...BOX_TURNED,
  });
  await settleScope(record, board, courier, [AUTOPILOT_BOARD], clock.now());
  await keepPlan(board, cast, new Date(today.getTime() - 0.5 * HOUR), 3, undefined, undefined);
  await board.work(['papers', 'loading']);
  return board;
}

/** A box put in half round about the vertical: the stick is right, and two corrections are backwards. */
const BOX_TURNED: StoryPapers = Object.fromEntries(
  ['surfaces-correction-lc', 'surfaces-correction-pitch-lc'].map((check) => [
    check,
    (_aircraft, good) =>
      good.kind === 'sense'
        ? { ...good, moves: good.moves.map((m) => ('way' in m ? { ...m, way: BACKWARDS[m.way] } : m)) }
        : good,
  ]),
);

const SURFACES_ASKED = [
  'surfaces-command-lc',
  'surfaces-command-pitch-lc',
  'surfaces-command-yaw-lc',
  'surfaces-correction-lc',
  'surfaces-correction-pitch-lc',
];

/** The courier drone this morning: inspected, power on, and at its controls two corrections of the surfaces backwards. */
async function correctionsBackwards(world: World, board: TypedCrew): Promise<void> {
  goTo(world, 2.8);
  await board.work(['papers', 'inspection']);
  // The surfaces first, before anybody looks at the motors on a screen: they are seen from where one stands.
  await board.work(['controls'], 'correction-roll');
  for (const check of SURFACES_ASKED) await board.answer(check, ['aircraft']);
}

/** The touring motor glider this morning, new from the works: it has run, and its compass is swung next. */
async function acceptedFromTheWorks(world: World): Promise<void> {
  const { record, library, clock, cast, today, copies } = world;
  goTo(world, 4.3);
  const glider = await openCampaign(
    record,
    library,
    clock,
    cast.technician,
    'New from the works, acceptance',
    ['First look at a new airframe'],
    'QX-DPM',
    'acceptance',
  );
  const crew = new TypedCrew(record, clock, cast, glider, {}, worksPapers(today, copies));
  await crew.work(['papers', 'loading', 'inspection', 'controls', 'fuel', 'run-up', 'taxi'], 'compass-swing');
  // It stands on the swing base with the engine off, until somebody is there to read the master.
  for (const { id } of (await crew.state()).index?.basis.aircraft.engines ?? [])
    await crew.post('state.set', { state: 'engine', subject: id, value: 'stopped' });
}

/** The home-built tug before its maiden flight. */
async function maidenOfTheTug(world: World): Promise<void> {
  const { record, library, clock, cast, today, copies } = world;
  goTo(world, 20);
  const tug = await openCampaign(
    record,
    library,
    clock,
    cast.technician,
    'Home-built, maiden flight',
    ['First flight of this airframe'],
    'QX-HEI',
    'maiden',
  );
  const builder = new TypedCrew(record, clock, cast, tug, HEILO_FIGURES, tugPapers(today, copies));
  await keepPlan(builder, cast, clock.now(), 4, HEILO_BUDGET, HEILO_WAYS);
  await tugFlowsShort(builder);
}

/** The tow-plane model of the club, just now: proven on the ground, and waiting at the field for the wind to go down. */
async function modelWaits(world: World): Promise<void> {
  const { record, library, clock, cast, today, copies } = world;
  goTo(world, 0.5);
  const model = await openCampaign(
    record,
    library,
    clock,
    cast.technician,
    'Club tow-plane model, maiden flight',
    ['First flight of this model'],
    'QX-VIP',
    'maiden',
  );
  const crew = new TypedCrew(record, clock, cast, model, {}, modelPapers(today, copies));
  await crew.work(['papers', 'loading', 'inspection', 'controls', 'fuel', 'run-up']);
  // More than a first flight may have, and asked whether it is not a tenth of that.
  await crew.post(
    'answer.given',
    {
      check: 'model-wind',
      subject: 'aircraft',
      answer: {
        kind: 'reading',
        reading: { value: 8.5, unit: 'm/s', text: '8.5', resolution: 0.5, source: 'typed' },
      },
      facts: {},
      confirmed: true,
    },
    'pilot',
  );
}

/** The filming drone this morning. */
async function motorReplaced(world: World): Promise<void> {
  const { record, library, clock, cast, today, copies } = world;
  goTo(world, 8);
  const drone = await openCampaign(
    record,
    library,
    clock,
    cast.technician,
    'Motor 3 and its controller replaced',
    ['Motor 3: replaced', 'Controller of motor 3: replaced'],
    'QX-TEI',
  );
  await droneReady(
    new TypedCrew(
      record,
      clock,
      cast,
      drone,
      TEIST_FIGURES,
      commonPapers(today, ['Motor 3 and its controller: replaced'], copies),
    ),
  );
}

/** The four-engined survey aircraft: all its governors were overhauled, and its engines have stood since yesterday. */
async function governorsOverhauled(world: World): Promise<TypedCrew> {
  const { record, library, clock, cast, today, copies } = world;
  goTo(world, 11);
  const work = ['Governors of all four engines: overhauled', 'Cylinder 6 of engine 3: replaced'];
  const survey = await openCampaign(
    record,
    library,
    clock,
    cast.technician,
    'Governors overhauled, cylinder 6 of engine 3 replaced',
    work,
    'QX-SKV',
  );
  const crew = new TypedCrew(record, clock, cast, survey, {}, commonPapers(today, work, copies));
  await crew.work(['papers', 'loading', 'inspection']);
  return crew;
}

/** This morning: power on, controls and fuel done; it stands with cold engines before its run-up. */
async function beforeTheFourRun(world: World, crew: TypedCrew): Promise<void> {
  goTo(world, 5.2);
  await crew.work(['controls', 'fuel']);
}

/** The amphibian, two hours ago. */
async function governorsReplaced(world: World): Promise<void> {
  const { record, library, clock, cast, today, copies } = world;
  goTo(world, 2.1);
  const now = await openCampaign(
    record,
    library,
    clock,
    cast.technician,
    'Both propeller governors and left cylinder 4 replaced',
    [
      'Left propeller governor: replaced',
      'Right propeller governor: replaced',
      'Left engine, cylinder 4: replaced',
    ],
  );
  const morning = amphibianPapers(
    today,
    ['Left propeller governor: replaced', 'Right propeller governor: replaced', 'Left cylinder 4: replaced'],
    copies,
  );
  await thisMorning(new ScriptedCrew(record, clock, new TwinStandin(11), cast, now, morning));
}

/**
 * Makes the demonstration world in an empty data folder, by running the product's own code on scripted
 * actions: a fixed seed for the engines, and a story clock relative to `today`.
 */
export async function makeDemo(dataFolder: string, today: Date): Promise<void> {
  mkdirSync(join(dataFolder, 'library'), { recursive: true });
  const clock = new StoryClock(today.getTime() - 200 * DAY);
  for (const [name, text] of [...fleetFiles(today), ...registerFiles(today)])
    writeFileSync(join(dataFolder, 'library', name), text);
  const app = await createApp(demoSettings(dataFolder), clock);
  try {
    await app.init();
    const [record, library] = [app.get(RecordService), app.get(LibraryService)];
    const field = app.get(FieldService).set(grauholm());
    if (!field.ok) throw new Error(`The field of the story was refused: ${JSON.stringify(field.error)}`);
    const chart = app.get(FieldService).setChart(grauholmChart());
    if (!chart.ok) throw new Error(`The chart of the story was refused: ${JSON.stringify(chart.error)}`);
    const attachments = app.get(AttachmentsService);
    const people = await addPeople(app.get(PeopleService), today);
    const person = (name: string): PersonView => people.get(name) as PersonView;
    const cast: Cast = {
      technician: person('ylva'),
      inspector: person('brand'),
      certifier: person('signe'),
      pilot: person('odd'),
    };

    const inSpring = await printCopies(attachments, clock.now());
    const copies = await printCopies(attachments, today);
    const world: World = { record, library, clock, cast, today, copies };
    await generatorExchanged({ ...world, copies: inSpring });
    await flightsOverIce(world, everyFewDays(1, 20, 190, 65));
    await yearlyInspection(world);
    await flightsOverIce(world, everyFewDays(21, 30, 55, 3));
    const board = await autopilotBoard(world);
    await maidenOfTheTug(world);
    const four = await governorsOverhauled(world);
    await motorReplaced(world);
    await beforeTheFourRun(world, four);
    await acceptedFromTheWorks(world);
    await correctionsBackwards(world, board);
    await governorsReplaced(world);
    await modelWaits(world);
    if (clock.now() > today)
      throw new Error(
        `makeDemo: the story runs ${(clock.now().getTime() - today.getTime()) / 60000} minutes past now`,
      );
  } finally {
    await app.close();
  }
}
