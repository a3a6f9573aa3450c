import { err, ok, reason, type Reason, type Result, type WindForecast } from '@kanzel/core';

const HOUR = 3_600_000;
const KNOTS_PER_METRE_A_SECOND = 1.943844;

interface Wind {
  readonly direction?: number;
  readonly speed: number;
  readonly gust?: number;
}

/** A wind group: "24012KT", "24012G25KT", "VRB03KT", "00000KT", "24006MPS". Undefined when it is none. */
function readWind(word: string): Wind | undefined {
  const match = /^(\d{3}|VRB)(\d{2,3})(?:G(\d{2,3}))?(KT|MPS)$/.exec(word);
  if (!match) return undefined;
  const factor = match[4] === 'MPS' ? KNOTS_PER_METRE_A_SECOND : 1;
  const knots = (text: string): number => Math.round(Number(text) * factor * 10) / 10;
  return {
    ...(match[1] === 'VRB' ? {} : { direction: Number(match[1]) % 360 }),
    speed: knots(match[2] ?? '0'),
    ...(match[3] === undefined ? {} : { gust: knots(match[3]) }),
  };
}

/** Day and hour of the month nearest to an instant, as ms; hour 24 is the midnight after. */
function instant(day: number, hour: number, minute: number, near: number): number {
  const base = new Date(near);
  const months = [-1, 0, 1].map((m) =>
    Date.UTC(base.getUTCFullYear(), base.getUTCMonth() + m, day, hour, minute),
  );
  return months.reduce((a, b) => (Math.abs(b - near) < Math.abs(a - near) ? b : a));
}

interface Piece {
  readonly from: number;
  readonly to: number;
  readonly wind: Wind;
  readonly atTimes: boolean;
}

const PERIOD = /^(\d{2})(\d{2})\/(\d{2})(\d{2})$/;

/** The words of a forecast in groups: the first, then one for each FM, BECMG, TEMPO and PROB. */
function groupsOf(words: readonly string[]): string[][] {
  const groups: string[][] = [[]];
  words.forEach((word, i) => {
    const after = words[i - 1];
    const begins = /^(FM\d{6}|BECMG|TEMPO|PROB\d{2})$/.test(word);
    // "PROB40 TEMPO" is one group.
    if (begins && !(word === 'TEMPO' && /^PROB/.test(after ?? ''))) groups.push([]);
    groups[groups.length - 1]?.push(word);
  });
  return groups;
}

/**
 * Reads the wind of an aerodrome forecast in the public code (ICAO Annex 3, WMO FM 51): what prevails, from when it
 * becomes otherwise, and what it is only at times. While one wind becomes another both count, the new one as at
 * times. `near` is an instant not more than two weeks from the forecast, since the code says only the day.
 * Errors: `notAForecast` when the words are none, or say nothing of the wind.
 * Example: "TAF QXGH 250500Z 2506/2512 24012G22KT" is 12 kt from 240, gusting 22, from 06 to 12 UTC on the 25th.
 */
export function readAerodromeForecast(text: string, near: string): Result<readonly WindForecast[], Reason> {
  const words = text.replace(/=\s*$/, '').trim().split(/\s+/);
  const at = words.findIndex((w) => PERIOD.test(w));
  if (words[0] !== 'TAF' || at < 0) return err(reason('notAForecast'));
  const now = Date.parse(near);
  const spanOf = (group: readonly string[]): { from: number; to: number } | undefined => {
    const match = PERIOD.exec(group.find((w) => PERIOD.test(w)) ?? '');
    if (!match) return undefined;
    const [d1 = 0, h1 = 0, d2 = 0, h2 = 0] = match.slice(1).map(Number);
    return { from: instant(d1, h1, 0, now), to: instant(d2, h2, 0, now) };
  };
  const groups = groupsOf(words.slice(at));
  const whole = spanOf(groups[0] ?? []);
  const first = (groups[0] ?? []).map(readWind).find((w) => w !== undefined);
  if (!whole || !first || whole.to <= whole.from) return err(reason('notAForecast'));
  const prevailing: Piece[] = [{ ...whole, wind: first, atTimes: false }];
  const passing: Piece[] = [];
  for (const group of groups.slice(1)) {
    const wind = group.map(readWind).find((w) => w !== undefined);
    if (!wind) continue;
    const [kind = ''] = group;
    const from = /^FM(\d{2})(\d{2})(\d{2})$/.exec(kind);
    const span = spanOf(group);
    if (from || kind === 'BECMG') {
      const [d = 0, h = 0, m = 0] = (from ?? []).slice(1).map(Number);
      const begin = from ? instant(d, h, m, now) : (span?.to ?? whole.to);
      const last = prevailing.pop();
      if (last) prevailing.push({ ...last, to: begin });
      prevailing.push({ from: begin, to: whole.to, wind, atTimes: false });
      if (!from && span) passing.push({ ...span, wind, atTimes: true });
    } else if (span) passing.push({ ...span, wind, atTimes: true });
  }
  return ok(
    [...prevailing, ...passing]
      .filter((p) => p.to > p.from)
      .map(({ from, to, wind, atTimes }) => ({
        ...wind,
        from: new Date(from).toISOString(),
        to: new Date(to).toISOString(),
        ...(atTimes ? { atTimes } : {}),
      })),
  );
}

/** Wind as it is said in an aerodrome forecast: direction to ten degrees, whole knots. */
export interface SaidWind {
  readonly direction: number;
  readonly speed: number;
  readonly gust?: number;
}

const two = (n: number): string => String(n).padStart(2, '0');

function wordOf({ direction, speed, gust }: SaidWind): string {
  const from = ((Math.round(direction / 10) * 10 + 359) % 360) + 1;
  return `${String(from).padStart(3, '0')}${two(Math.round(speed))}${gust === undefined ? '' : `G${two(Math.round(gust))}`}KT`;
}

/**
 * Writes an aerodrome forecast of prevailing winds, each from its hour on, in the public code.
 * Example: two winds from 06 and 12 UTC on the 25th until 18 give "TAF QXGH 250500Z 2506/2518 24012KT FM251200 27018G28KT=".
 */
export function writeAerodromeForecast(
  station: string,
  issued: string,
  winds: readonly { readonly from: string; readonly wind: SaidWind }[],
  until: string,
): string {
  const day = (iso: string): string => two(new Date(iso).getUTCDate());
  const hour = (iso: string): string => two(new Date(iso).getUTCHours());
  const minute = (iso: string): string => two(new Date(iso).getUTCMinutes());
  const [first, ...rest] = winds;
  if (!first) throw new Error('writeAerodromeForecast: winds must not be empty');
  // Midnight at the end of a period is hour 24 of the day before.
  const end =
    hour(until) === '00'
      ? `${day(new Date(Date.parse(until) - HOUR).toISOString())}24`
      : `${day(until)}${hour(until)}`;
  return `TAF ${station} ${day(issued)}${hour(issued)}${minute(issued)}Z ${day(first.from)}${hour(first.from)}/${end} ${wordOf(first.wind)}${rest
    .map(({ from, wind }) => ` FM${day(from)}${hour(from)}${minute(from)} ${wordOf(wind)}`)
    .join('')}=`;
}
