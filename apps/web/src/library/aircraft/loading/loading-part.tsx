import type { ReactElement } from 'react';
import type { LoadingData } from '@kanzel/core';
import type { ChangeLoading } from './change-loading.ts';
import { Button } from '../../../ui/button.tsx';
import { FigureField } from '../../../ui/figure-field.tsx';
import { LineField, Picker } from '../../../ui/picker.tsx';
import type { AircraftDocument } from '../aircraft-document.ts';
import { Heading, type Change } from '../sheet-parts.tsx';
import { ConfiguredList } from './configured-list.tsx';
import { EnvelopeList } from './envelope-list.tsx';
import { freshLoading } from './fresh-loading.ts';
import { PowerPart } from './power-part.tsx';
import { PackList } from './pack-list.tsx';
import { ReportPart } from './report-part.tsx';
import { StationList } from './station-list.tsx';
import { TankList } from './tank-list.tsx';
import { TiltList } from './tilt-list.tsx';

const kept = <T,>(value: T | undefined, was: T): T => (value === undefined ? was : value);

function Basics({ data, change }: { data: LoadingData; change: ChangeLoading }): ReactElement {
  const { units, extent, chord, lateral } = data;
  return (
    <div className="grid grid-cols-4 gap-x-4 gap-y-2 pt-2 max-md:grid-cols-2">
      <Picker
        label="Masses in"
        value={units.mass}
        options={['kg', 'g', 'lb'].map((id) => ({ id, text: id }))}
        onChange={(mass) =>
          change({ ...data, units: { ...units, mass: mass === 'lb' || mass === 'g' ? mass : 'kg' } })
        }
      />
      <Picker
        label="Arms in"
        value={units.arm}
        options={['mm', 'in'].map((id) => ({ id, text: id }))}
        onChange={(arm) => change({ ...data, units: { ...units, arm: arm === 'in' ? 'in' : 'mm' } })}
      />
      <Picker
        label="Fuel in"
        value={units.volume}
        options={['L', 'US gal', 'imp gal'].map((id) => ({ id, text: id }))}
        onChange={(v) =>
          change({ ...data, units: { ...units, volume: v === 'US gal' || v === 'imp gal' ? v : 'L' } })
        }
      />
      <LineField label="Datum" value={data.datum} onChange={(datum) => change({ ...data, datum }, 'datum')} />
      <FigureField
        label="Airframe begins at"
        unit={units.arm}
        value={extent.from}
        onChange={(from) => change({ ...data, extent: { ...extent, from: kept(from, extent.from) } }, 'from')}
      />
      <FigureField
        label="Airframe ends at"
        unit={units.arm}
        value={extent.to}
        onChange={(to) => change({ ...data, extent: { ...extent, to: kept(to, extent.to) } }, 'to')}
      />
      <FigureField
        label="Mean chord begins at"
        unit={units.arm}
        value={chord?.leadingEdge}
        onChange={(leadingEdge) =>
          leadingEdge === undefined
            ? undefined
            : change({ ...data, chord: { leadingEdge, length: chord?.length ?? 1 } }, 'chord')
        }
      />
      <FigureField
        label="Mean chord length"
        unit={units.arm}
        value={chord?.length}
        onChange={(length) =>
          length === undefined
            ? undefined
            : change({ ...data, chord: { leadingEdge: chord?.leadingEdge ?? 0, length } }, 'chord')
        }
      />
      <FigureField
        label="Lateral from"
        unit={units.arm}
        value={lateral?.low}
        onChange={(low) =>
          low === undefined
            ? undefined
            : change({ ...data, lateral: { low, high: lateral?.high ?? -low } }, 'lateral')
        }
      />
      <FigureField
        label="Lateral to"
        unit={units.arm}
        value={lateral?.high}
        onChange={(high) =>
          high === undefined
            ? undefined
            : change({ ...data, lateral: { low: lateral?.low ?? -high, high } }, 'lateral')
        }
      />
    </div>
  );
}

type Scale = LoadingData['weighing']['points'][number];

/** A scale: under what it stands, and where that is. */
function ScalePoint({
  point: p,
  unit,
  change,
  onTakeOut,
}: {
  point: Scale;
  unit: LoadingData['units']['arm'];
  change: (next: Scale, about: string) => void;
  onTakeOut: (() => void) | undefined;
}): ReactElement {
  return (
    <div className="grid grid-cols-[2fr_1fr_1fr_auto] items-end gap-x-4 border-b border-rule-2 py-1">
      <LineField
        label="Scale under"
        value={p.title}
        onChange={(title) => change({ ...p, title }, `scale ${p.id}`)}
      />
      <FigureField
        label="Arm"
        unit={unit}
        value={p.arm}
        onChange={(arm) => change({ ...p, arm: kept(arm, p.arm) }, `arm ${p.id}`)}
      />
      <FigureField
        label="To the right"
        unit={unit}
        value={p.lateral}
        onChange={(l) => change({ ...p, lateral: kept(l, p.lateral) }, `side ${p.id}`)}
      />
      {onTakeOut ? (
        <Button kind="quiet" onClick={onTakeOut}>
          Take out
        </Button>
      ) : null}
    </div>
  );
}

/** How well the scales and the arms are known, and from when on a difference needs explaining. */
function WeighingFigures({ data, change }: { data: LoadingData; change: ChangeLoading }): ReactElement {
  const { weighing, units } = data;
  return (
    <div className="grid grid-cols-4 gap-x-4 gap-y-2 max-md:grid-cols-2">
      <FigureField
        label="Height of the centre above the scales"
        unit={units.arm}
        value={weighing.height?.value}
        onChange={(value) =>
          value === undefined
            ? undefined
            : change(
                {
                  ...data,
                  weighing: {
                    ...weighing,
                    height: { value, uncertainty: weighing.height?.uncertainty ?? value * 0.08 },
                  },
                },
                'height',
              )
        }
      />
      <FigureField
        label="Arms are known to ±"
        unit={units.arm}
        value={weighing.armUncertainty}
        onChange={(v) =>
          change(
            { ...data, weighing: { ...weighing, armUncertainty: kept(v, weighing.armUncertainty) } },
            'known',
          )
        }
      />
      <FigureField
        label="Difference that needs explaining"
        unit={units.mass}
        value={weighing.tolerance.mass}
        onChange={(v) =>
          change(
            {
              ...data,
              weighing: {
                ...weighing,
                tolerance: { ...weighing.tolerance, mass: kept(v, weighing.tolerance.mass) },
              },
            },
            'tolerance',
          )
        }
      />
      <FigureField
        label="Difference that needs explaining"
        unit={units.arm}
        value={weighing.tolerance.arm}
        onChange={(v) =>
          change(
            {
              ...data,
              weighing: {
                ...weighing,
                tolerance: { ...weighing.tolerance, arm: kept(v, weighing.tolerance.arm) },
              },
            },
            'tolerance',
          )
        }
      />
    </div>
  );
}

function ScalePoints({ data, change }: { data: LoadingData; change: ChangeLoading }): ReactElement {
  const { weighing, units } = data;
  const { points } = weighing;
  const put = (next: typeof points, about?: string): void =>
    change({ ...data, weighing: { ...weighing, points: next } }, about);
  return (
    <>
      <h3 className="mt-4 font-semibold">Weighing</h3>
      {points.map((p) => (
        <ScalePoint
          key={p.id}
          point={p}
          unit={units.arm}
          change={(next, about) =>
            put(
              points.map((o) => (o === p ? next : o)),
              about,
            )
          }
          onTakeOut={points.length > 2 ? () => put(points.filter((o) => o !== p)) : undefined}
        />
      ))}
      {points.length < 4 ? (
        <Button
          kind="quiet"
          className="-ml-2"
          onClick={() =>
            put([
              ...points,
              { id: String(points.length + 1), title: 'Scale', arm: points[0]?.arm ?? 0, lateral: 0 },
            ])
          }
        >
          Add a scale
        </Button>
      ) : null}
      <WeighingFigures data={data} change={change} />
    </>
  );
}

/** What the loading of an aircraft is reckoned by: begun by hand, since every figure of it was measured by somebody. */
export function LoadingPart({ about, change }: { about: AircraftDocument; change: Change }): ReactElement {
  const { loading } = about;
  const put: ChangeLoading = (next, name) =>
    change({ ...about, loading: next }, name === undefined ? undefined : `loading ${name}`);
  return (
    <>
      <Heading
        aside={
          loading ? (
            <Button
              kind="quiet"
              onClick={() => {
                const { loading: _gone, ...rest } = about;
                change(rest);
              }}
            >
              Take it out
            </Button>
          ) : null
        }
      >
        Loading
      </Heading>
      {loading ? (
        <>
          <Basics data={loading} change={put} />
          <ScalePoints data={loading} change={put} />
          <ReportPart about={about} data={loading} change={put} />
          <ConfiguredList about={about} data={loading} change={put} />
          <StationList data={loading} change={put} />
          <TankList data={loading} change={put} />
          <PackList data={loading} change={put} />
          {loading.packs.length > 0 ? <PowerPart data={loading} change={put} /> : null}
          <TiltList data={loading} change={put} />
          <EnvelopeList about={about} data={loading} change={put} />
        </>
      ) : (
        <p className="py-2 text-ink-2">
          Not described: a loading sheet of this aircraft says nothing yet.{' '}
          <Button className="ml-3" onClick={() => put(freshLoading(about))}>
            Describe it
          </Button>
        </p>
      )}
    </>
  );
}
