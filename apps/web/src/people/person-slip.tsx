import { useState, type FormEvent, type ReactElement } from 'react';
import { ROLE_TITLES, ROLES, type Role } from '@kanzel/core';
import type { Authorisation, PersonView } from '@kanzel/contract';
import { api, sayFailure, type Answer } from '../api/client.ts';
import { useSession } from '../sync/session.ts';
import { Button } from '../ui/button.tsx';
import { DayField } from '../ui/day-field.tsx';
import { Field, Problem } from '../ui/field.tsx';
import { SheetDialog } from '../ui/sheet-dialog.tsx';

/** One role of a person as it is being written: absent, or with scope and last day. */
interface RoleLine {
  readonly families: string;
  readonly systems: string;
  readonly validUntil: string;
}

type Lines = Partial<Record<Role, RoleLine>>;

const linesOf = (person: PersonView | undefined): Lines =>
  Object.fromEntries(
    (person?.authorisations ?? []).map((a) => [
      a.role,
      {
        families: a.families.includes('*') ? '' : a.families.join(', '),
        systems: (a.systems ?? []).join(', '),
        validUntil: a.validUntil ?? '',
      },
    ]),
  );

const words = (text: string): string[] =>
  text
    .split(',')
    .map((w) => w.trim())
    .filter(Boolean);

const authorisations = (lines: Lines): Authorisation[] =>
  ROLES.flatMap((role) => {
    const line = lines[role];
    if (!line) return [];
    const families = words(line.families);
    const systems = words(line.systems);
    return [
      {
        role,
        families: families.length > 0 ? families : ['*'],
        ...(systems.length > 0 ? { systems } : {}),
        ...(line.validUntil ? { validUntil: line.validUntil } : {}),
      },
    ];
  });

function RoleRow({
  role,
  line,
  onChange,
}: {
  role: Role;
  line: RoleLine | undefined;
  onChange: (line: RoleLine | undefined) => void;
}): ReactElement {
  const small =
    'w-full border-0 border-b border-ink bg-transparent py-1 outline-none focus:border-hand focus-visible:outline-none';
  return (
    <li className="grid min-h-11 grid-cols-[10rem_1fr_1fr_9.5rem] items-center gap-x-4 border-b border-rule-2 max-sm:grid-cols-1 max-sm:py-2">
      <label className="flex min-h-11 items-center gap-3 font-semibold">
        <input
          type="checkbox"
          className="size-5 accent-[var(--hand)]"
          checked={line !== undefined}
          onChange={(e) =>
            onChange(e.target.checked ? { families: '', systems: '', validUntil: '' } : undefined)
          }
        />
        {ROLE_TITLES[role]}
      </label>
      {line ? (
        <>
          <input
            className={small}
            aria-label={`${ROLE_TITLES[role]}, for which families`}
            placeholder="all families"
            value={line.families}
            onChange={(e) => onChange({ ...line, families: e.target.value })}
          />
          <input
            className={small}
            aria-label={`${ROLE_TITLES[role]}, for which systems`}
            placeholder="all systems"
            value={line.systems}
            onChange={(e) => onChange({ ...line, systems: e.target.value })}
          />
          <DayField
            look="bare"
            label={`${ROLE_TITLES[role]}, until`}
            value={line.validUntil}
            onChange={(validUntil) => onChange({ ...line, validUntil })}
          />
        </>
      ) : null}
    </li>
  );
}

const isAdministrator = (person: PersonView): boolean =>
  !person.endedAt && person.authorisations.some((a) => a.role === 'administrator');

interface Credentials {
  readonly name: string;
  readonly passphrase: string;
}

/** The other administrator who confirms a change of one's own rights. */
function Second({
  value,
  onChange,
}: {
  value: Credentials;
  onChange: (value: Credentials) => void;
}): ReactElement {
  return (
    <fieldset className="mb-4 border-l-4 border-ink pl-3">
      <legend className="text-sm font-semibold">
        Your own rights are changed by two. Another administrator confirms here:
      </legend>
      <Field
        label="Their name to sign in with"
        value={value.name}
        onChange={(e) => onChange({ ...value, name: e.target.value })}
        autoComplete="off"
        required
      />
      <Field
        label="Their passphrase"
        type="password"
        value={value.passphrase}
        onChange={(e) => onChange({ ...value, passphrase: e.target.value })}
        autoComplete="off"
        required
      />
    </fieldset>
  );
}

function FirstPassphrase({
  isNew,
  value,
  onChange,
}: {
  isNew: boolean;
  value: string;
  onChange: (value: string) => void;
}): ReactElement {
  return (
    <Field
      label={isNew ? 'A first passphrase' : 'A new passphrase, if they need one'}
      type="password"
      autoComplete="new-password"
      minLength={12}
      value={value}
      onChange={(e) => onChange(e.target.value)}
      required={isNew}
      hint={
        isNew
          ? 'At least 12 characters. They can change it themselves.'
          : 'Giving one ends every session of theirs.'
      }
    />
  );
}

/** Adds a person, or changes what one is called and may do. */
export function PersonSlip({
  person,
  others,
  onClose,
  onDone,
}: {
  person: PersonView | undefined;
  /** Everybody else, among whom somebody may have to confirm. */
  others: readonly PersonView[];
  onClose: () => void;
  onDone: () => void;
}): ReactElement {
  const [fullName, setFullName] = useState(person?.fullName ?? '');
  const [name, setName] = useState('');
  const [passphrase, setPassphrase] = useState('');
  const [lines, setLines] = useState<Lines>(() => linesOf(person));
  const [ended, setEnded] = useState(person?.endedAt !== undefined);
  const [second, setSecond] = useState({ name: '', passphrase: '' });
  const [problem, setProblem] = useState<string>();
  const own = useSession((s) => s.person?.id) === person?.id && person !== undefined;
  const rights = JSON.stringify(authorisations(lines)) !== JSON.stringify(authorisations(linesOf(person)));
  const confirmed =
    own && (rights || ended !== (person.endedAt !== undefined)) && others.some(isAdministrator);
  const send = async (event: FormEvent): Promise<void> => {
    event.preventDefault();
    const change = { fullName, authorisations: authorisations(lines) };
    let answer: Answer<unknown> = person
      ? await api.put(`/api/people/${person.id}`, { ...change, ended, ...(confirmed ? { second } : {}) })
      : await api.post('/api/people', { ...change, name, passphrase });
    if (answer.ok && person && passphrase)
      answer = await api.post(`/api/people/${person.id}/passphrase`, { passphrase });
    if (!answer.ok) return setProblem(sayFailure(answer.error));
    onDone();
  };
  return (
    <SheetDialog open onClose={onClose} wide title={person ? person.fullName : 'Add a person'}>
      <form onSubmit={(e) => void send(e)}>
        <Field
          label="Full name"
          value={fullName}
          onChange={(e) => setFullName(e.target.value)}
          required
          maxLength={120}
          autoFocus
        />
        {person ? null : (
          <Field
            label="Name to sign in with"
            value={name}
            onChange={(e) => setName(e.target.value)}
            required
            hint="Small letters, digits, points and dashes"
          />
        )}
        {own ? null : <FirstPassphrase isNew={!person} value={passphrase} onChange={setPassphrase} />}
        <h3 className="text-sm font-semibold">
          May act as, for which families of aircraft and systems, until when
        </h3>
        <ul className="mb-4">
          {ROLES.map((role) => (
            <RoleRow
              key={role}
              role={role}
              line={lines[role]}
              onChange={(line) => setLines({ ...lines, [role]: line })}
            />
          ))}
        </ul>
        {person ? (
          <label className="mb-4 flex min-h-11 items-center gap-3">
            <input
              type="checkbox"
              className="size-5 accent-[var(--hand)]"
              checked={ended}
              onChange={(e) => setEnded(e.target.checked)}
            />
            May not sign in any more; the name stays in the records
          </label>
        ) : null}
        {confirmed ? <Second value={second} onChange={setSecond} /> : null}
        <Problem>{problem}</Problem>
        <div className="flex gap-3">
          <Button kind="main" type="submit">
            {person ? 'Change it' : 'Add them'}
          </Button>
          <Button onClick={onClose}>Cancel</Button>
        </div>
      </form>
    </SheetDialog>
  );
}
