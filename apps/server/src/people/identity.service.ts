import { Injectable } from '@nestjs/common';
import type { PersonView } from '@kanzel/contract';
import { LogService } from '../installation/index.ts';
import { refuse } from '../refusal.ts';
import { PeopleService } from './people.service.ts';

/** Asks people at the door who they are, and says in the log when they could not show it. */
@Injectable()
export class IdentityService {
  constructor(
    private readonly people: PeopleService,
    private readonly log: LogService,
  ) {}

  /** Refuses unless the passphrase is that of the person who is signed on. `what` names the act in the log. */
  async proven(
    person: PersonView,
    passphrase: string,
    what: Readonly<Record<string, string>>,
  ): Promise<void> {
    const proven = await this.people.prove(person.name, passphrase);
    if (proven.ok && proven.value.id === person.id) return;
    await this.log.add('signature.refused', { person: person.id, ...what });
    if (!proven.ok && proven.error === 'wait') throw refuse(429, MANY);
    throw refuse(403, 'That is not your passphrase. Nothing was changed and nothing was signed; try again.');
  }

  /** Who signs in with a name and passphrase; refuses everybody else without telling which of the two was wrong. */
  async signingIn(name: string, passphrase: string): Promise<PersonView> {
    const proven = await this.people.prove(name, passphrase);
    if (proven.ok) return proven.value;
    await this.log.add('signIn.refused', { name: name.slice(0, 60), with: 'passphrase' });
    if (proven.error === 'wait') throw refuse(429, MANY);
    throw refuse(401, 'That name and passphrase do not belong together. Nothing was changed; try again.');
  }

  /** Somebody else who confirms beside the person who is signed on. */
  async second(name: string, passphrase: string, beside: PersonView): Promise<PersonView> {
    const proven = await this.people.prove(name.trim().toLowerCase(), passphrase);
    if (proven.ok && proven.value.id !== beside.id) return proven.value;
    await this.log.add('signature.refused', { person: beside.id, for: 'second administrator' });
    if (!proven.ok && proven.error === 'wait') throw refuse(429, MANY);
    throw refuse(
      403,
      'That is not the name and passphrase of somebody else. Nothing was changed; try again.',
    );
  }
}

const MANY = 'Too many attempts on this account. Nothing was changed; wait some minutes and try again.';
