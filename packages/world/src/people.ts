import type { Authorisation } from '@kanzel/contract';
import type { Role } from '@kanzel/core';

/** A made-up person of the demonstration world. */
export interface DemoPerson {
  readonly name: string;
  readonly fullName: string;
  readonly passphrase: string;
  readonly roles: readonly Role[];
}

/** The people of Grauholm; every one is invented, and so is every passphrase. */
export const DEMO_PEOPLE: readonly DemoPerson[] = [
  {
    name: 'ylva',
    fullName: 'Ylva Torsund',
    passphrase: 'grey heron lamp post',
    roles: ['technician', 'observer'],
  },
  {
    name: 'brand',
    fullName: 'Brand Ekerholt',
    passphrase: 'seven wet ropes',
    roles: ['inspector', 'technician', 'administrator'],
  },
  {
    name: 'signe',
    fullName: 'Signe Vardal',
    passphrase: 'kettle on the slipway',
    roles: ['certifier', 'inspector'],
  },
  {
    name: 'gerd',
    fullName: 'Gerd Myklestad',
    passphrase: 'blue tarpaulin knot',
    roles: ['observer'],
  },
  { name: 'halvor', fullName: 'Halvor Myrstad', passphrase: 'gravel under boots', roles: ['observer'] },
  { name: 'odd', fullName: 'Odd Leirnes', passphrase: 'north of the bog', roles: ['pilot', 'observer'] },
];

/** Authorisations of a demo person, valid for half a year from the story's day. */
export function authorisationsOf(person: DemoPerson, today: Date): Authorisation[] {
  const validUntil = new Date(today.getTime() + 180 * 86_400_000).toISOString().slice(0, 10);
  return person.roles.map((role) =>
    role === 'administrator' ? { role, families: ['*'] } : { role, families: ['*'], validUntil },
  );
}
