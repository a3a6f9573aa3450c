import type { ReactElement } from 'react';
import type { SimulationRequest } from '@kanzel/contract';
import { SwitchPanel, type Switch } from './switch-panel.tsx';

type Change = NonNullable<SimulationRequest['flight']>;
type Situation = Required<Change>;

const SWITCHES: readonly Switch<Change, Situation>[] = [
  ['flies its programme', { flying: true }, { flying: false }, (s) => s.flying],
  ['receiver silent', { silent: true }, { silent: false }, (s) => s.silent],
  ['ten times faster', { faster: 10 }, { faster: 1 }, (s) => s.faster > 1],
  ['airspeed gauge dead', { gaugeDead: true }, { gaugeDead: false }, (s) => s.gaugeDead],
  ['out of trim', { outOfTrim: 6 }, { outOfTrim: 0 }, (s) => s.outOfTrim !== 0],
  ['roll swings', { loose: true }, { loose: false }, (s) => s.loose],
  ['receiver jumped', { jumped: true }, { jumped: false }, (s) => s.jumped],
  ['strong wind', { wind: 12 }, { wind: 6 }, (s) => s.wind > 10],
];

/** Works the flight of the stand-in of an aircraft; nothing where it does not fly. */
export const FlightPanel = ({ mark, under }: { mark: string; under: boolean }): ReactElement => (
  <SwitchPanel
    says="What speaks here is a stand-in: it takes off, flies its programme, and comes back."
    switches={SWITCHES}
    request={(flight) => ({ mark, flight })}
    whereThereIsOne
    under={under}
  />
);
