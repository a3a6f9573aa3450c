import {
  layoutFor,
  turningFrom,
  type AircraftDescription,
  type Family,
  type Instrument,
  type InstrumentRecord,
  type Layout,
  type LoadingData,
} from '@kanzel/core';
import { documentOfAircraft, documentOfInstrument, writeLibraryDocument } from '@kanzel/packs';

/** A day of the story, counted from its own. */
export const day = (today: Date, offset: number): string =>
  new Date(today.getTime() + offset * 86_400_000).toISOString().slice(0, 10);

type Choice = readonly [id: string, title: string, ...touches: string[]];

/** An option as the demonstration writes it: the first choice is the one made. */
export const option = (
  id: string,
  title: string,
  ...choices: readonly Choice[]
): AircraftDescription['options'][number] => ({
  id,
  title,
  choices: choices.map(([choice, words, ...touches]) => ({ id: choice, title: words, touches })),
});

/** What the demonstration says of an aircraft; the rest follows from its family. */
export interface Described {
  readonly mark: string;
  readonly type: string;
  readonly description: string;
  readonly family: Family;
  readonly serial: string;
  readonly hours: number;
  readonly limitBook: string;
  readonly pack: string;
  readonly layout?: Partial<Layout>;
  readonly equipment?: AircraftDescription['equipment'];
  readonly loading?: AircraftDescription['loading'];
  readonly options: AircraftDescription['options'];
  readonly instruments: readonly Instrument[];
}

/** The file of an aircraft of the demonstration, its options at their first choices. */
export function aircraftFile(about: Described): string {
  const { layout, equipment = [], options, instruments, ...rest } = about;
  return writeLibraryDocument(
    documentOfAircraft({
      ...rest,
      revision: 1,
      layout: turningFrom({ ...layoutFor(about.family), ...layout }, 'anticlockwise'),
      equipment,
      options,
      chosen: Object.fromEntries(options.map((o) => [o.id, o.choices[0]?.id ?? ''])),
      instruments,
    }),
    'yaml',
  );
}

/** The file of an instrument of the register. */
export function instrumentFile(instrument: InstrumentRecord): string {
  return writeLibraryDocument(documentOfInstrument(instrument), 'yaml');
}

/** Units of every placard on the field. */
export const METRIC = { mass: 'kg', arm: 'mm', volume: 'L' } as const;

export type Equipment = AircraftDescription['equipment'];

/** The equipment list as a weighing report has it: what it touches is of no weight. */
export const reported = (equipment: Equipment): NonNullable<LoadingData['report']>['equipment'] =>
  equipment.map(({ touches: _touches, ...item }) => item);
