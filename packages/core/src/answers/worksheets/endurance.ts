import { canBe } from '../../energy/cells.ts';
import { comparePack, timerMinutes, type PackCompared, type PackRoom } from '../../energy/endurance.ts';
import { ratio } from '../../loading/items.ts';
import type { Verdict } from '../../limits/types.ts';
import { formatFigure } from '../../quantity/format.ts';
import { reason, type Reason } from '../../reasons/reason.ts';
import { err, ok, type Result } from '../../result.ts';
import { plain } from '../said.ts';
import { chosenPack, packChoice, packsOf } from './cells.ts';
import type { Sheet, SheetFigures, SheetRoom, WorkedFigure } from './sheet.ts';

/** What the packs of a sheet are compared in, or what nobody has said of the aircraft. */
export function packRoomOf({ head }: SheetFigures, { index, points }: SheetRoom): Result<PackRoom, Reason> {
  const { loading } = index.basis.aircraft;
  if (!loading?.power) return err(reason('powerNotDescribed'));
  if (!loading.report) return err(reason('enduranceNotWeighed'));
  // With several bays a pack is not the whole of what drives it.
  if (loading.bays.length !== 1) return err(reason('packBaysSeveral'));
  const [temperature = NaN, from = NaN, speed = NaN, carried = NaN] = [
    'temperature',
    'wind-from',
    'wind',
    'carried',
  ].map(head);
  const kilograms = ratio(loading.units.mass, 'kg');
  const fitted = (loading.configured ?? []).reduce((sum, c) => sum + c.mass, loading.report.mass);
  return ok({
    power: loading.power,
    massWithout: fitted * kilograms + carried,
    kilograms,
    temperature,
    wind: { from, speed },
    points,
  });
}

/** Every pack that the aircraft may carry, compared. */
export const packsCompared = (
  figures: SheetFigures,
  room: SheetRoom,
): Result<readonly PackCompared[], Reason> => {
  const at = packRoomOf(figures, room);
  return at.ok ? ok(packsOf(room).map((p) => comparePack(p, at.value))) : at;
};

function verdictsOf(own: PackCompared, cellLow: number, title: string): readonly Verdict[] {
  const { worst, sag } = own;
  const left = worst && `${formatFigure(Math.abs(worst.left), 1)} Wh`;
  return [
    ...(worst && worst.left >= 0
      ? [plain('within', 'homeFromEverywhere', { point: worst.at, left: left ?? '' })]
      : []),
    ...(worst && worst.left < 0
      ? [
          Number.isFinite(worst.left)
            ? plain('out', 'homeShort', { point: worst.at, left: left ?? '', pack: title })
            : plain('out', 'homeAgainstWind', { point: worst.at }),
        ]
      : []),
    ...(sag && sag.low < cellLow
      ? [
          plain(sag.high < cellLow ? 'out' : 'near', 'sagsToLow', {
            low: `${formatFigure(sag.low, 0.01)} V`,
            acts: `${formatFigure(cellLow, 0.01)} V`,
          }),
        ]
      : []),
  ];
}

/** The pack for a flight: minutes of each that may be carried, with today's cold, wind and load; the one that is chosen is judged. */
export const ENDURANCE: Sheet = {
  title: 'The pack for the flight',
  form: (room) => ({
    head: [
      { id: 'temperature', title: 'Pack, at the take-off', unit: 'degC' },
      { id: 'wind-from', title: 'Wind from', unit: 'deg' },
      { id: 'wind', title: 'Wind, at height', unit: 'm/s' },
      { id: 'carried', title: 'Carried', unit: 'kg' },
    ],
    choices: packChoice(room),
    columns: [],
    row: '',
    fewest: 0,
    most: 0,
    mission: true,
  }),
  work(figures, room) {
    if ((figures.head('wind') ?? 0) < 0 || (figures.head('carried') ?? 0) < 0)
      return err(reason('enduranceNegative'));
    if (!canBe(figures.head('temperature') ?? NaN)) return err(reason('packTemperatureNone'));
    const compared = packsCompared(figures, room);
    const pack = chosenPack(room);
    const own = compared.ok ? compared.value.find((c) => c.pack === pack?.id) : undefined;
    // What nobody has said of the aircraft keeps nobody from saying the rest: it is not known how long it flies.
    if (!pack || !own) {
      const lacks = compared.ok ? reason('packNotChosen') : compared.error;
      return ok({
        figures: [],
        verdicts: [plain('unknown', lacks.code, lacks.params)],
        says: 'not worked out',
      });
    }
    const cold = reason('packColdUnknown', { pack: pack.title });
    const figure = (name: string, unit: string, value: number | undefined, lacks: Reason): WorkedFigure => ({
      figure: name,
      unit,
      value: value !== undefined && Number.isFinite(value) ? value : undefined,
      lacks,
    });
    const noMission = room.points.length === 0 ? reason('missionNotThere') : cold;
    const { sag } = own;
    const timer = own.hoverMinutes === undefined ? undefined : timerMinutes(own.hoverMinutes);
    return ok({
      figures: [
        figure('takes', '%', own.takes === undefined ? undefined : 100 * own.takes, noMission),
        figure('minutes', 'min', own.minutes, cold),
        figure('hover-minutes', 'min', own.hoverMinutes, cold),
        figure('home-left', 'Wh', own.worst?.left, noMission),
        sag
          ? {
              figure: 'lowest-full',
              unit: 'V',
              value: (sag.low + sag.high) / 2,
              own: (sag.high - sag.low) / 2,
            }
          : figure('lowest-full', 'V', undefined, reason('packNotMeasured', { pack: pack.title })),
      ],
      verdicts: verdictsOf(own, room.index.basis.aircraft.loading?.power?.cellLow ?? 0, pack.title),
      says: [
        pack.title,
        own.minutes === undefined ? 'minutes not known' : `${formatFigure(own.minutes, 1)} min`,
        ...(own.takes === undefined ? [] : [`mission takes ${formatFigure(100 * own.takes, 1)} %`]),
        ...(timer === undefined || timer === 0 ? [] : [`timer of a first hover ${timer} min`]),
      ].join(', '),
    });
  },
};
