import { useMemo, type ReactElement } from 'react';
import {
  armText,
  heaviestOf,
  isAlong,
  massText,
  sheetProblems,
  sheetStanding,
  sideText,
  type LoadingData,
  type LoadingSheet,
  type SheetStanding,
} from '@kanzel/core';
import { LimitRuler } from '../ui/limit-ruler.tsx';
import { EnvelopePicture } from './envelope-picture.tsx';
import { shareInWords } from './share-in-words.ts';
import { useProbability } from './use-probability.ts';

/** Every margin of the flight, edge by edge: along, and in mass. */
function Margins({ data, standing }: { data: LoadingData; standing: SheetStanding }): ReactElement {
  const { units } = data;
  const heaviest = heaviestOf(data);
  const rows = standing.tracks.flatMap(({ tilt, checks }) =>
    checks.flatMap((c) => {
      const names = [...new Set(c.margins.map((m) => m.edge.name))];
      const position = data.tilts.length > 1 ? data.tilts.find((t) => t.id === tilt)?.title : undefined;
      return names.map((name) => {
        const own = c.margins.filter((m) => m.edge.name === name);
        const least = (along: boolean): number =>
          Math.min(...own.filter((m) => isAlong(m.direction) === along).map((m) => m.value));
        const [arm, mass] = [least(true), least(false)];
        return {
          key: `${tilt ?? ''} ${c.envelope.id} ${name}`,
          title: position ? `${position}, to the ${name}` : `To the ${name}`,
          arm: Number.isFinite(arm) ? armText(arm, units, heaviest) : '',
          mass: Number.isFinite(mass) ? massText(mass, units, heaviest) : '',
          out: arm < 0 || mass < 0,
        };
      });
    }),
  );
  return (
    <table className="w-full" aria-label="Margins along the whole flight">
      <tbody>
        {rows.map((r) => (
          <tr key={r.key} className={`border-b border-rule-2 ${r.out ? 'font-semibold text-out' : ''}`}>
            <th className="py-0.5 text-left font-normal">{r.title}</th>
            <td className="py-0.5 pl-3 text-right font-semibold">{r.arm}</td>
            <td className="py-0.5 pl-3 text-right font-semibold">{r.mass}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Lateral({ data, standing }: { data: LoadingData; standing: SheetStanding }): ReactElement | null {
  if (!data.lateral) return null;
  const sigma = Math.max(...standing.tracks.flatMap((t) => t.points.map((p) => p.centre.sigmaLateral)));
  const { low, high } = data.lateral;
  const inside = standing.lateral >= low && standing.lateral <= high;
  return (
    <div className="mt-2">
      <p className="cap">Lateral, {data.units.arm} to the right</p>
      <LimitRuler
        bounds={{ low, high }}
        value={standing.lateral}
        uncertainty={2 * sigma}
        resolution={1}
        state={inside ? 'within' : 'out'}
        size="large"
        sentence={`${sideText(standing.lateral, data.units, heaviestOf(data))}; ${low} to ${high} are allowed.`}
      />
    </div>
  );
}

/** What the draws say; apart from the picture, which need not be drawn anew with every thousand of them. */
function Probability({ data, sheet }: { data: LoadingData; sheet: LoadingSheet }): ReactElement {
  const drawn = useProbability(data, sheet);
  return (
    <p className="mt-1 text-[0.82rem]" role="status" aria-label="Probability">
      {drawn
        ? `Stays inside until landing in ${shareInWords(drawn)} of ${drawn.done ? 'a million' : `${Math.round(drawn.draws / 1000)} thousand`} draws${drawn.reserve === undefined || drawn.reserve === drawn.inside ? '' : `; on the reserve too in ${shareInWords({ ...drawn, inside: drawn.reserve })}`}.`
        : 'Drawing…'}
    </p>
  );
}

/** The picture with everything said of it: shown while typing, and of what was kept. */
export function LoadingPicture({
  data,
  sheet,
  sentence,
}: {
  data: LoadingData;
  sheet: LoadingSheet | undefined;
  sentence: string;
}): ReactElement {
  const fit = useMemo(
    () => (sheet && sheetProblems(data, sheet).length === 0 ? sheet : undefined),
    [data, sheet],
  );
  const standing = useMemo(() => (fit ? sheetStanding(data, fit) : undefined), [data, fit]);
  return (
    <>
      <EnvelopePicture data={data} sheet={fit} standing={standing} sentence={sentence} />
      {standing ? (
        <div className="mt-1">
          <div>
            <Margins data={data} standing={standing} />
            {fit ? <Probability data={data} sheet={fit} /> : null}
          </div>
          <Lateral data={data} standing={standing} />
        </div>
      ) : null}
    </>
  );
}
