import { Inject, Injectable } from '@nestjs/common';
import type { PersonChangeRequest, PersonRequest, PersonView } from '@kanzel/contract';
import { canonicalJson, err, ok, type Result } from '@kanzel/core';
import { LibraryService } from '../library/index.ts';
import type { Refused } from '../refusal.ts';
import { CLOCK, type Clock } from '../settings.ts';
import { IdentityService } from './identity.service.ts';
import { holds, PeopleService } from './people.service.ts';
import { SessionService } from './session.service.ts';

const NOBODY: Refused = { status: 404, message: 'There is no such person here.' };

/** What an administrator may do to accounts: their own rights not alone, and nobody's to the end of all administration. */
@Injectable()
export class AccountsService {
  constructor(
    private readonly people: PeopleService,
    private readonly sessions: SessionService,
    private readonly identity: IdentityService,
    @Inject(LibraryService) private readonly library: LibraryService,
    @Inject(CLOCK) private readonly clock: Clock,
  ) {}

  /** Refuses a name that is taken, and authorisations for systems that nothing is called. */
  async add(request: PersonRequest, by: PersonView): Promise<Result<PersonView, Refused>> {
    const unknown = this.unknownSystems(request);
    if (unknown) return err(unknown);
    const added = await this.people.add(request, by.id);
    return added.ok
      ? added
      : err({
          status: 409,
          message: `The name ${request.name} is taken. Nobody was added; choose another.`,
        });
  }

  /** Changes what a person is called and may do; ending an account ends its sessions. */
  async change(
    id: string,
    request: PersonChangeRequest,
    by: PersonView,
  ): Promise<Result<PersonView, Refused>> {
    const unknown = this.unknownSystems(request);
    if (unknown) return err(unknown);
    const second = id === by.id ? await this.secondFor(by, request) : ok(undefined);
    if (!second.ok) return second;
    const changed = await this.people.change(id, request, by.id, second.value?.id);
    if (!changed.ok)
      return err(
        changed.error === 'unknown'
          ? NOBODY
          : {
              status: 409,
              message:
                'Nobody would be left who may administer this installation. Nothing was changed; make somebody else administrator first.',
            },
      );
    if (request.ended) await this.sessions.endAll(id, by.id);
    return changed;
  }

  /** Gives somebody else a new passphrase, and ends their sessions. */
  async resetPassphrase(id: string, passphrase: string, by: PersonView): Promise<Result<true, Refused>> {
    if (id === by.id)
      return err({
        status: 409,
        message: 'Your own passphrase is changed under your account, with the old one. Nothing was changed.',
      });
    if (!(await this.people.setPassphrase(id, passphrase, by.id))) return err(NOBODY);
    await this.sessions.endAll(id, by.id);
    return ok(true);
  }

  /** An authorisation for a system that nothing is called would cover nothing, and nobody would see it. */
  private unknownSystems({
    authorisations = [],
  }: Pick<PersonChangeRequest, 'authorisations'>): Refused | undefined {
    const unknown = this.library.unknownSystems(authorisations.flatMap((a) => a.systems ?? []));
    if (unknown.length === 0) return undefined;
    const names = unknown.map((name) => `“${name}”`).join(', ');
    return {
      status: 400,
      message: `No system is called ${names}. Nothing was changed; systems are named as in the tree of systems, for example “engine.*.oil”.`,
    };
  }

  /** Where there are two administrators, neither gives rights to themselves alone. Undefined: nobody else has to confirm. */
  private async secondFor(
    by: PersonView,
    request: PersonChangeRequest,
  ): Promise<Result<PersonView | undefined, Refused>> {
    if (sameRights(by, request)) return ok(undefined);
    const now = this.clock.now().toISOString();
    const isAnother = (p: PersonView): boolean => p.id !== by.id && holds(p, 'administrator', now);
    if (!(await this.people.list()).some(isAnother)) return ok(undefined);
    const { second } = request;
    if (!second)
      return err({
        status: 403,
        message:
          'Your own rights are changed by two: another administrator confirms with their name and passphrase. Nothing was changed.',
      });
    const confirming = await this.identity.second(second.name, second.passphrase, by);
    return isAnother(confirming)
      ? ok(confirming)
      : err({
          status: 403,
          message: `${confirming.fullName} is no administrator. Nothing was changed; ask one to confirm.`,
        });
  }
}

/** Whether a change leaves what its person may do as it is: the name alone, or nothing. */
const sameRights = (person: PersonView, { authorisations, ended }: PersonChangeRequest): boolean =>
  ended === (person.endedAt !== undefined) &&
  // Members that nobody gave are not there in what is kept.
  canonicalJson(JSON.parse(JSON.stringify(authorisations))) === canonicalJson(person.authorisations);
