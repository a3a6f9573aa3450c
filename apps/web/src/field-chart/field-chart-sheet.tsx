import { useState, type ReactElement } from 'react';
import { formatFigure, type CoveredMoment, type FieldChart, type FirstTurn } from '@kanzel/core';
import { useCampaign } from '../station/campaign-context.ts';
import { MOST_TRACK_BYTES, readTrackFile, readVehicleLog } from '@kanzel/formats';
import { TableFile } from '../answers/table-file.tsx';
import { Button } from '../ui/button.tsx';
import { Choices, Problem } from '../ui/field.tsx';
import { ChartPicture, feet } from './chart-picture.tsx';
import { fromFigures, GliderForm, USUAL, type ChartFigures, type ChosenWay } from './glider-form.tsx';
import { glidesHere } from './glides-here.ts';
import { HeightPicture } from './height-picture.tsx';
import { useChart, useWindNow } from './use-chart.ts';
import { useCover } from './use-cover.ts';
import { useFlown } from './use-flown.ts';

/** So many ways to turn first are offered. */
const OFFERED = 3;
const seconds = (value: number): string => `${formatFigure(Math.ceil(value), 1)} s`;

/** What is said of one moment. */
function Moment({ moment }: { moment: CoveredMoment }): ReactElement {
  const { way, margin, height, standing, at } = moment;
  const turned = Math.round(Math.abs(way?.turned ?? 0));
  return (
    <p className="mt-2 min-h-12 text-[0.95rem]">
      <b>{seconds(at)}</b>:{' '}
      {standing
        ? 'on the ground.'
        : !way || margin === undefined
          ? `${feet(height)}, no landing place within reach that is known.`
          : `${feet(height)}; from ${feet(way.height)} ${way.place} is within reach${turned < 5 ? ', straight on' : `, ${turned}° to the ${way.turned > 0 ? 'right' : 'left'}`}. ${margin >= 0 ? `${feet(margin)} margin.` : `${feet(-margin)} too low.`}`}
    </p>
  );
}

function Turns({
  turns,
  onTake,
}: {
  turns: readonly FirstTurn[];
  onTake: (turn: FirstTurn) => void;
}): ReactElement {
  return (
    <ol className="mt-2">
      {turns.slice(0, OFFERED).map((t) => (
        <li
          key={`${t.side} ${t.firstTurn} ${t.turnAt}`}
          className="flex items-center gap-3 border-b border-rule py-1"
        >
          <Button onClick={() => onTake(t)}>
            {t.side === 'left' ? 'Left' : 'Right'} {t.firstTurn}° at {feet(t.turnAt)}
          </Button>
          <span className="text-[0.9rem]">
            {seconds(t.uncovered)} without glide cover in the first two minutes
          </span>
        </li>
      ))}
    </ol>
  );
}

/** The chart with the flight on it, and what is said of it. */
function OnChart({ chart, kept }: { chart: FieldChart; kept: boolean }): ReactElement {
  const view = useCampaign();
  const forecast = useWindNow();
  const flown = glidesHere(view.state, view.index);
  const [typed, setTyped] = useState<Partial<ChartFigures>>({});
  const [chosen, setChosen] = useState<number>();
  const [way, setWay] = useState<ChosenWay>({
    runway: chart.runways[0]?.name ?? '',
    end: 0,
    side: 'left',
  });
  const figures: ChartFigures = {
    ...USUAL,
    ...(forecast ? { from: forecast.from, wind: forecast.speed } : {}),
    ...(flown ? { speed: Math.round(flown.speed), ratio: Math.round(flown.ratio * 10) / 10 } : {}),
    ...typed,
  };
  const [planned, setPlanned] = useState(true);
  const { flight, problem, take } = useFlown(chart);
  const order = fromFigures(figures, way, planned);
  const ready = typeof order === 'string' ? undefined : order;
  const { covered, turns, working, lookForTurns } = useCover(
    ready &&
      (planned || flight) && {
        chart,
        glider: ready.glider,
        wind: ready.wind,
        way: planned
          ? { kind: 'planned', pattern: ready.pattern }
          : { kind: 'flown', track: flight?.track ?? [] },
      },
  );
  const least = covered?.moments.findIndex((m) => m === covered.least) ?? -1;
  const shown = Math.min(chosen ?? Math.max(0, least), (covered?.moments.length ?? 1) - 1);
  const moment = covered?.moments[shown];
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_18rem] gap-x-6 max-lg:grid-cols-1">
      <div>
        <div className="flex flex-wrap items-start gap-x-6">
          <Choices
            unseen="Which flight"
            tight
            value={planned ? 'planned' : 'flown'}
            options={[
              { id: 'planned', text: 'As planned' },
              { id: 'flown', text: 'As flown' },
            ]}
            onChange={(which) => {
              setPlanned(which === 'planned');
              setChosen(undefined);
            }}
          />
          {planned ? null : (
            <TableFile
              words={flight ? 'Import another track' : 'Import a track'}
              accept=".gpx,.nmea,.txt,.csv,.log"
              most={MOST_TRACK_BYTES}
              onText={(name, text) => take(name, readTrackFile(text))}
              onBytes={(name, bytes) => take(name, readVehicleLog(bytes))}
            />
          )}
        </div>
        {planned ? null : <Problem>{problem}</Problem>}
        {!planned && flight ? <p className="mb-1 text-[0.9rem] text-ink-2">{flight.said}</p> : null}
        <div role="status" className="min-h-[4.5rem]">
          {!planned && !flight ? (
            <p className="text-[1.2rem]">Import the track that was flown: GPX, NMEA 0183, or a table.</p>
          ) : typeof order === 'string' ? (
            <p className="text-[1.2rem]">{order} Nothing is computed without it.</p>
          ) : covered ? (
            <>
              <p className="text-[1.56rem] leading-tight font-semibold">
                {covered.airborne === 0
                  ? 'No part of this track was in the air.'
                  : covered.uncovered === 0
                    ? covered.unknown > 0
                      ? 'Glide cover wherever the track is known.'
                      : 'Glide cover all the way.'
                    : `${seconds(covered.uncovered)} of ${seconds(covered.airborne)} without glide cover.`}
              </p>
              {covered.unknown > 0 ? (
                <p className="text-[0.95rem] font-semibold">
                  {seconds(covered.unknown)} unknown: the track has gaps.
                </p>
              ) : null}
              {covered.least?.margin === undefined ? null : (
                <p className="text-[0.95rem] text-ink-2">
                  {covered.least.margin >= 0
                    ? `Smallest margin ${feet(covered.least.margin)}.`
                    : `At the worst ${feet(-covered.least.margin)} too low, ${planned ? `${seconds(covered.least.at)} after the brakes are let go` : `${seconds(covered.least.at)} into the track`}.`}
                </p>
              )}
            </>
          ) : working ? (
            <p className="text-[1.2rem]">Computing…</p>
          ) : null}
        </div>
        {kept ? (
          <p className="mb-2 text-[0.9rem]">
            The server cannot be reached: this is the chart as this device had it last.
          </p>
        ) : null}
        <ChartPicture
          chart={chart}
          covered={covered}
          wind={ready?.wind ?? { from: 0, speed: 0 }}
          chosen={shown}
          onChoose={setChosen}
        />
        {covered && moment ? (
          <>
            <Moment moment={moment} />
            <input
              type="range"
              aria-label="Moment of the flight"
              className="w-full max-w-[40rem] accent-hand"
              min={0}
              max={covered.moments.length - 1}
              value={shown}
              onChange={(event) => setChosen(Number(event.target.value))}
            />
            <HeightPicture covered={covered} chosen={shown} />
          </>
        ) : null}
      </div>
      <div>
        <GliderForm
          chart={chart}
          figures={figures}
          way={way}
          planned={planned}
          onFigures={(next) => {
            setTyped(next);
            setChosen(undefined);
          }}
          onWay={(next) => {
            setWay(next);
            setChosen(undefined);
          }}
        />
        {flown ? <p className="cap mb-3">Best glide speed and ratio as measured in this campaign.</p> : null}
        <section aria-label="The first turn" hidden={!planned}>
          <Button disabled={!ready} onClick={lookForTurns}>
            Compare first turns
          </Button>
          {turns ? (
            <Turns
              turns={turns}
              onTake={(turn) => {
                setWay({ ...way, side: turn.side });
                setTyped({ ...typed, firstTurn: turn.firstTurn, turnAt: Math.round(turn.turnAt / 0.3048) });
                setChosen(undefined);
              }}
            />
          ) : null}
        </section>
      </div>
    </div>
  );
}

/** The field from above: where a flight has somewhere to go without its engine, and where it has not. */
export default function FieldChartSheet(): ReactElement {
  const { chart, kept } = useChart();
  return (
    <div className="px-[22px] py-4">
      <h1 className="mb-2 text-[1.19rem] font-semibold narrow">Field chart</h1>
      {chart === undefined ? (
        <p className="text-ink-2">Opening…</p>
      ) : typeof chart === 'string' ? (
        <Problem>{chart}</Problem>
      ) : (
        <OnChart chart={chart} kept={kept} />
      )}
    </div>
  );
}
