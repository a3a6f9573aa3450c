import type { ReactElement } from 'react';
import type { SimulationRequest } from '@kanzel/contract';
import { SwitchPanel, type Switch } from './switch-panel.tsx';

type Change = NonNullable<SimulationRequest['flight']>;
type Situation = Required<Change>;

const SWITCHES: readonly Switch<Change, Situation>[] = [
  ['flies its programme', { flying: true }, { flying: false }, (s) => s.flying],
  ['receiver silent', { silent: true }, { silent: false }, (s) => s.silent],
  ['ten times faster', { faster: 10 }, { faster: 1 }, (s) => s.faster > 1],
  ['strong wind', { wind: 12 }, { wind: 6 }, (s) => s.wind > 10],
];

/** Works the flight of the stand-in. */
export const FlightPanel = (): ReactElement => (
  <SwitchPanel
    says="The receiver on the line is a stand-in: it takes off, flies four legs at one height, and comes back."
    switches={SWITCHES}
    request={(flight) => ({ flight })}
  />
);
