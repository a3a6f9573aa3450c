import type { ReactElement } from 'react';
import { sheetFigures, sheetRoom, type AnswerOf } from '@kanzel/core';
import { useCampaign } from '../../station/campaign-context.ts';
import type { SpecOf } from '../answer-desk.ts';
import { AngleMarks } from './pictures/angle-marks.tsx';
import { CruiseBars } from './pictures/cruise-bars.tsx';
import { ErrorsBySpeed } from './pictures/errors-by-speed.tsx';
import { AdjustmentLine } from './pictures/adjustment-line.tsx';
import { AirspeedCircle } from './pictures/airspeed-circle.tsx';
import { CellStrip, LoadedStrip } from './pictures/cell-strip.tsx';
import { ChargingLine } from './pictures/charging-line.tsx';
import { ClimbLine } from './pictures/climb-line.tsx';
import { ColdDots } from './pictures/cold-dots.tsx';
import { CountedFillings } from './pictures/counted-fillings.tsx';
import { FuelBar } from './pictures/fuel-bar.tsx';
import { GaugeCurve } from './pictures/gauge-curve.tsx';
import { ClimbCurve } from './pictures/climb-curve.tsx';
import { GlideCurve } from './pictures/glide-curve.tsx';
import { HoverBars } from './pictures/hover-bars.tsx';
import { HotHeads } from './pictures/hot-heads.tsx';
import { MovedField } from './pictures/moved-field.tsx';
import { PackBars } from './pictures/pack-bars.tsx';
import { PowerToday } from './pictures/power-today.tsx';
import { RunMade } from './pictures/run-made.tsx';
import { RunwayRows } from './pictures/runway-rows.tsx';
import { StallDots } from './pictures/stall-dots.tsx';
import { TankLevels } from './pictures/tank-levels.tsx';
import { TurnsLost } from './pictures/turns-lost.tsx';
import type { PictureProps } from './pictures/props.ts';

/** What a sheet comes to, drawn. */
export function SheetPicture({
  spec,
  answer,
}: {
  spec: SpecOf<'worksheet'>;
  answer: AnswerOf<'worksheet'>;
}): ReactElement | null {
  const { index } = useCampaign();
  const room = sheetRoom(spec, index, answer);
  const figures = sheetFigures(room, answer);
  if (!figures.ok) return null;
  const props: PictureProps = { figures: figures.value, room };
  switch (spec.sheet) {
    case 'gauge-steps':
      return <GaugeCurve {...props} />;
    case 'return-line':
      return <TankLevels {...props} />;
    case 'transducer':
      return <CountedFillings {...props} />;
    case 'fuel-plan':
      return <FuelBar {...props} />;
    case 'cells':
      return <CellStrip {...props} />;
    case 'load-step':
      return <LoadedStrip {...props} />;
    case 'motor-field':
      return <MovedField {...props} />;
    case 'endurance':
      return <PackBars {...props} />;
    case 'cold-sensors':
      return <ColdDots {...props} />;
    case 'full-power':
      return <PowerToday {...props} />;
    case 'runway-wind':
      return <RunwayRows {...props} />;
    case 'airspeed':
      return <AirspeedCircle {...props} />;
    case 'stalls':
      return <StallDots {...props} />;
    case 'adjustment':
      return <AdjustmentLine {...props} />;
    case 'climb':
      return <ClimbLine {...props} />;
    case 'climb-speeds':
      return <ClimbCurve {...props} />;
    case 'glide':
      return <GlideCurve {...props} />;
    case 'hot-day':
      return <HotHeads {...props} />;
    case 'take-off-today':
      return <RunMade {...props} />;
    case 'airspeed-table':
      return <ErrorsBySpeed {...props} />;
    case 'angle-of-attack':
      return <AngleMarks {...props} />;
    case 'cruise':
      return <CruiseBars {...props} />;
    case 'hover':
      return <HoverBars {...props} />;
    case 'airspeed-one-leg':
    case 'climb-today':
    case 'mode-response':
    case 'transition':
    case 'energy-calls':
    case 'test-phase':
    case 'circle':
    case 'take-off-run':
      return null;
    case 'turn-back':
      return <TurnsLost {...props} />;
    case 'charging':
      return <ChargingLine {...props} />;
  }
}
