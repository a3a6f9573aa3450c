import type { ReactElement } from 'react';
import type { FieldChart, Glider, PlannedPattern, WindOver } from '@kanzel/core';
import { Choices } from '../ui/field.tsx';
import { FigureField } from '../ui/figure-field.tsx';

const KNOT = 1852 / 3600;
const FOOT = 0.3048;

/** What is typed beside the chart, in the units of the cockpit. */
export interface ChartFigures {
  readonly from: number | undefined;
  readonly wind: number | undefined;
  readonly speed: number | undefined;
  readonly ratio: number | undefined;
  readonly bank: number | undefined;
  readonly margin: number | undefined;
  readonly arrival: number | undefined;
  readonly roll: number | undefined;
  readonly steepest: number | undefined;
  readonly run: number | undefined;
  readonly climbSpeed: number | undefined;
  readonly climbRate: number | undefined;
  readonly height: number | undefined;
  readonly turnAt: number | undefined;
  readonly firstTurn: number | undefined;
  readonly beside: number | undefined;
}

export const USUAL: ChartFigures = {
  from: undefined,
  wind: undefined,
  speed: undefined,
  ratio: undefined,
  bank: 30,
  margin: 1.3,
  arrival: 200,
  roll: 250,
  steepest: 7,
  run: 250,
  climbSpeed: undefined,
  climbRate: undefined,
  height: 1000,
  turnAt: 400,
  firstTurn: 90,
  beside: 900,
};

/** Over ground and obstacles on the way (m). */
const CLEARANCE = 30;

type Group = readonly (readonly [
  field: keyof ChartFigures,
  title: string,
  unit: string,
  low: number,
  high: number,
])[];

const WIND: Group = [
  ['from', 'Wind from', '°', 0, 360],
  ['wind', 'Wind speed', 'kt', 0, 60],
];
const GLIDE: Group = [
  ['speed', 'Best glide speed', 'kt', 15, 150],
  ['ratio', 'Glide ratio', 'to one', 1.5, 60],
  ['bank', 'Bank', '°', 10, 60],
  ['margin', 'Factor on height loss', '', 1, 4],
  ['arrival', 'Height over the landing place', 'ft', 50, 1500],
  ['roll', 'Landing run', 'm', 20, 2000],
  ['steepest', 'Steepest descent', 'to one', 1, 40],
];
const PATTERN: Group = [
  ['climbSpeed', 'Climb speed', 'kt', 15, 150],
  ['climbRate', 'Rate of climb', 'm/s', 0.2, 20],
  ['run', 'Take-off run', 'm', 20, 2000],
  ['turnAt', 'First turn at', 'ft', 50, 3000],
  ['firstTurn', 'First turn, angle', '°', 20, 150],
  ['height', 'Circuit height', 'ft', 100, 5000],
  ['beside', 'Downwind distance', 'm', 200, 5000],
];

/** The figures as the core has them; the title of the first that is missing or cannot be. */
export function fromFigures(
  f: ChartFigures,
  way: Pick<PlannedPattern, 'runway' | 'end' | 'side'>,
  planned: boolean,
): { glider: Glider; wind: WindOver; pattern: PlannedPattern } | string {
  for (const group of planned ? [WIND, GLIDE, PATTERN] : [WIND, GLIDE])
    for (const [field, title, unit, low, high] of group) {
      const value = f[field];
      if (value === undefined) return `“${title}” is missing.`;
      if (!(value >= low && value <= high))
        return `“${title}” is from ${low} to ${high} ${unit}.`.replace(' .', '.');
    }
  const at = (field: keyof ChartFigures): number => f[field] ?? NaN;
  const speed = at('speed') * KNOT;
  const arrival = at('arrival') * FOOT;
  return {
    wind: { from: at('from'), speed: at('wind') * KNOT },
    glider: {
      speed,
      sink: speed / at('ratio'),
      bank: at('bank'),
      margin: at('margin'),
      arrival,
      clearance: CLEARANCE,
      roll: at('roll'),
      steepest: at('steepest'),
    },
    pattern: {
      ...way,
      run: at('run'),
      climbSpeed: at('climbSpeed') * KNOT,
      climbRate: at('climbRate'),
      height: at('height') * FOOT,
      turnAt: at('turnAt') * FOOT,
      firstTurn: at('firstTurn'),
      beside: at('beside'),
    },
  };
}

function Figures({
  title,
  group,
  figures,
  onChange,
}: {
  title: string;
  group: Group;
  figures: ChartFigures;
  onChange: (figures: ChartFigures) => void;
}): ReactElement {
  return (
    <fieldset className="mb-4">
      <legend className="mb-1 text-sm font-semibold">{title}</legend>
      <div className="grid grid-cols-2 gap-x-4 gap-y-1">
        {group.map(([field, label, unit]) => (
          <FigureField
            key={field}
            label={label}
            {...(unit ? { unit } : {})}
            value={figures[field]}
            onChange={(value) => onChange({ ...figures, [field]: value })}
          />
        ))}
      </div>
    </fieldset>
  );
}

/** Which way of which runway it is rolled, and to which side it turns. */
export type ChosenWay = Pick<PlannedPattern, 'runway' | 'end' | 'side'>;

/** Everything that the cover depends on. */
export function GliderForm({
  chart,
  figures,
  way,
  planned,
  onFigures,
  onWay,
}: {
  chart: FieldChart;
  figures: ChartFigures;
  way: ChosenWay;
  planned: boolean;
  onFigures: (figures: ChartFigures) => void;
  onWay: (way: ChosenWay) => void;
}): ReactElement {
  const ends = chart.runways.flatMap(({ name }) => {
    const [a = name, b = name] = name.split('/');
    return [
      { id: `${name} 0`, text: a },
      { id: `${name} 1`, text: b },
    ];
  });
  return (
    <form aria-label="What the cover depends on" onSubmit={(event) => event.preventDefault()}>
      <Figures title="Wind" group={WIND} figures={figures} onChange={onFigures} />
      <Figures title="Without the engine" group={GLIDE} figures={figures} onChange={onFigures} />
      {planned ? (
        <>
          <Choices
            label="Take-off on"
            tight
            value={`${way.runway} ${way.end}`}
            options={ends}
            onChange={(id) => {
              const [runway = '', end] = id.split(' ');
              onWay({ ...way, runway, end: end === '1' ? 1 : 0 });
            }}
          />
          <Choices
            label="Turns"
            tight
            value={way.side}
            options={[
              { id: 'left', text: 'Left' },
              { id: 'right', text: 'Right' },
            ]}
            onChange={(side) => onWay({ ...way, side })}
          />
          <Figures title="Circuit" group={PATTERN} figures={figures} onChange={onFigures} />
        </>
      ) : null}
    </form>
  );
}
