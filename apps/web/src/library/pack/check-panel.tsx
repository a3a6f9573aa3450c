import { useState, type ReactElement } from 'react';
import {
  changeCheck,
  freeCheckId,
  neighboursOf,
  removeCheck,
  splitCheck,
  STATION_TITLES,
  STATIONS,
  type Check,
  type Pack,
} from '@kanzel/core';
import { Button } from '../../ui/button.tsx';
import { FigureField } from '../../ui/figure-field.tsx';
import { LineField, Picker } from '../../ui/picker.tsx';
import { SheetDialog } from '../../ui/sheet-dialog.tsx';
import { AnswerFields } from './answer-fields.tsx';
import { keyOf, limitsByTitle, systemsByTitle } from './names-of-pack.ts';
import { SchoolFields } from './school-fields.tsx';
import { StatesField } from './states-field.tsx';
import { TitlesField } from './titles-field.tsx';
import { useLibraryNames } from './use-library-names.ts';

type PackChange = (next: Pack, about?: string) => void;

/** Ids as links, each with a way to take it out, and one to be added. */
function Links({
  label,
  ids,
  pack,
  onTake,
  onChange,
}: {
  label: string;
  ids: readonly string[];
  pack: Pack;
  onTake: (id: string) => void;
  onChange?: (ids: readonly string[]) => void;
}): ReactElement {
  const titleOf = (id: string): string =>
    pack.checks.find((c) => c.id === id)?.title ?? `${id} (not in the pack)`;
  return (
    <div>
      <span className="block text-[0.8rem] text-ink-2">{label}</span>
      {ids.length === 0 ? <span className="text-ink-2">nothing</span> : null}
      <ul>
        {ids.map((id) => (
          <li key={id} className="flex items-center gap-1">
            <button
              type="button"
              className="text-left underline decoration-rule underline-offset-4"
              onClick={() => onTake(id)}
            >
              {titleOf(id)}
            </button>
            {onChange ? (
              <Button
                kind="quiet"
                className="min-h-8"
                aria-label={`No longer ${titleOf(id)}`}
                onClick={() => onChange(ids.filter((i) => i !== id))}
              >
                ×
              </Button>
            ) : null}
          </li>
        ))}
      </ul>
      {onChange ? (
        <Picker
          label=""
          value=""
          options={[
            { id: '', text: 'add…' },
            ...pack.checks.filter((c) => !ids.includes(c.id)).map((c) => ({ id: c.id, text: c.title })),
          ]}
          onChange={(id) => (id ? onChange([...ids, id]) : undefined)}
        />
      ) : null}
    </div>
  );
}

/** Puts members of a check in the place of what it had, under a name for taking it back. */
type ChangeCheck = (next: Partial<Check>, about: string) => void;

/** What is read aloud and heard, where, by whom, and how long it takes. */
function WordFields({ check, change }: { check: Check; change: ChangeCheck }): ReactElement {
  const line = (label: string, name: 'title' | 'where' | 'who', className = ''): ReactElement => (
    <LineField
      label={label}
      value={check[name]}
      className={className}
      onChange={(v) => change({ [name]: v }, name)}
    />
  );
  return (
    <div className="grid grid-cols-4 gap-x-4 gap-y-2 max-md:grid-cols-2">
      {line('Short name', 'title', 'col-span-2')}
      <Picker
        label="Station"
        value={check.station}
        options={STATIONS.filter((s) => s !== 'release').map((s) => ({ id: s, text: STATION_TITLES[s] }))}
        onChange={(s) => change({ station: s }, 'station')}
      />
      <FigureField
        key={`${check.id} minutes`}
        label="Minutes"
        value={check.minutes}
        onChange={(v) => (v === undefined || v <= 0 ? undefined : change({ minutes: v }, 'minutes'))}
      />
      <LineField
        className="col-span-4 max-md:col-span-2"
        label="Challenge, as read aloud"
        value={check.challenge}
        lines={2}
        onChange={(v) => change({ challenge: v }, 'challenge')}
      />
      <LineField
        className="col-span-2"
        label="Response expected"
        value={check.response}
        onChange={(v) => change({ response: v }, 'response')}
      />
      <LineField
        className="col-span-2"
        label="Why it matters"
        value={check.why}
        onChange={(v) => change({ why: v }, 'why')}
      />
      <LineField
        className="col-span-4 max-md:col-span-2"
        label="Care"
        value={check.cautions.join('; ')}
        onChange={(v) =>
          change({ cautions: v === '' ? [] : v.split(';').map((t) => t.trimStart()) }, 'cautions')
        }
      />
      {line('Where', 'where')}
      {line('Who', 'who')}
      <Picker
        label="Done"
        value={check.subject}
        options={[
          { id: 'aircraft', text: 'once for the aircraft' },
          { id: 'engine', text: 'on each engine' },
          { id: 'side', text: 'on each side' },
        ]}
        onChange={(subject) => change({ subject }, 'subject')}
      />
      <Picker
        label="Watched"
        value={check.secondPerson ? 'two' : 'one'}
        options={[
          { id: 'one', text: 'by nobody else' },
          { id: 'two', text: 'by a second person' },
        ]}
        onChange={(v) => change({ secondPerson: v === 'two' }, 'second person')}
      />
    </div>
  );
}

/** Its place in the work: limits, systems, states, and the checks it depends on. */
function PlaceFields({
  pack,
  check,
  change,
  onTake,
}: {
  pack: Pack;
  check: Check;
  change: ChangeCheck;
  onTake: (id: string | undefined) => void;
}): ReactElement {
  const { neededBy } = neighboursOf(pack, check.id);
  const names = useLibraryNames();
  return (
    <div className="mt-3 grid grid-cols-4 gap-x-4 gap-y-2 max-md:grid-cols-2">
      <TitlesField
        label="Held against limits"
        placeholder="drop, each magneto"
        ids={check.limits}
        known={limitsByTitle(pack, names)}
        onChange={(limits) => change({ limits }, 'limits')}
        onTyped={(words) => {
          const key = keyOf(words);
          if (key !== '' && !check.limits.includes(key)) change({ limits: [...check.limits, key] }, 'limits');
        }}
      />
      <TitlesField
        label="Proves"
        placeholder="oil pump"
        ids={check.proves}
        known={systemsByTitle(check, names)}
        onChange={(proves) => change({ proves }, 'proves')}
      />
      <StatesField
        label="Needs"
        states={pack.states}
        chosen={check.needs}
        onChange={(needs) => change({ needs }, 'needs')}
      />
      <StatesField
        label="Sets"
        states={pack.states}
        chosen={check.sets}
        onChange={(sets) => change({ sets }, 'sets')}
      />
      <Links
        label="Stands on, as evidence"
        ids={check.standsOn}
        pack={pack}
        onTake={onTake}
        onChange={(ids) => change({ standsOn: ids }, 'stands on')}
      />
      <Links
        label="Comes after"
        ids={check.after}
        pack={pack}
        onTake={onTake}
        onChange={(ids) => change({ after: ids }, 'after')}
      />
      <Links label="Needed by" ids={neededBy} pack={pack} onTake={onTake} />
      <Picker
        label="Not applicable"
        value={check.notApplicable ? 'may' : 'never'}
        options={[
          { id: 'may', text: 'may be answered, with a reason' },
          { id: 'never', text: 'never: it always applies' },
        ]}
        onChange={(v) => change({ notApplicable: v === 'may' }, 'not applicable')}
      />
      {check.station === 'inspection' ? (
        <Picker<'passing' | NonNullable<Check['turn']>>
          label="On the walk"
          value={check.turn ?? 'passing'}
          options={[
            { id: 'passing', text: 'where the way leads past it' },
            { id: 'closing', text: 'closes what others look into' },
            { id: 'last', text: 'last, and again after any touch' },
          ]}
          onChange={(v) => change({ turn: v === 'passing' ? undefined : v }, 'turn')}
        />
      ) : null}
    </div>
  );
}

/** Asks for the words of the second half of a check that is split. */
function SplitSheet({
  pack,
  check,
  open,
  onClose,
  onChange,
  onTake,
}: {
  pack: Pack;
  check: Check;
  open: boolean;
  onClose: () => void;
  onChange: PackChange;
  onTake: (id: string | undefined) => void;
}): ReactElement {
  const [second, setSecond] = useState({ title: '', challenge: '' });
  return (
    <SheetDialog
      open={open}
      onClose={onClose}
      title={`Split “${check.title}”`}
      hint="The second comes right behind and stands on the first. Whatever stood on it stands on both."
    >
      <LineField
        label="Short name of the second"
        value={second.title}
        onChange={(title) => setSecond({ ...second, title })}
      />
      <LineField
        label="Its challenge"
        lines={2}
        value={second.challenge}
        onChange={(challenge) => setSecond({ ...second, challenge })}
      />
      <div className="mt-3">
        <Button
          kind="main"
          disabled={second.title.trim() === '' || second.challenge.trim() === ''}
          onClick={() => {
            const made = freeCheckId(pack, second.title);
            onChange(splitCheck(pack, check.id, second));
            onClose();
            setSecond({ title: '', challenge: '' });
            onTake(made);
          }}
        >
          Split
        </Button>
      </div>
    </SheetDialog>
  );
}

/** One check in hand: its words, its answer, its place in the work. */
export function CheckPanel({
  pack,
  check,
  onChange,
  onTake,
}: {
  pack: Pack;
  check: Check;
  onChange: PackChange;
  onTake: (id: string | undefined) => void;
}): ReactElement {
  const [splitting, setSplitting] = useState(false);
  const change: ChangeCheck = (next, about) =>
    onChange(changeCheck(pack, check.id, next), `${check.id} ${about}`);
  return (
    <section aria-label={`Check: ${check.title}`} className="border-y-2 border-ink bg-sheet px-[22px] py-3">
      <WordFields check={check} change={change} />
      <div className="mt-3">
        {check.decides ? (
          <p className="text-ink-2">Nobody answers it by hand: what is chosen is its answer.</p>
        ) : (
          <AnswerFields key={check.id} pack={pack} check={check} change={change} />
        )}
      </div>
      <PlaceFields pack={pack} check={check} change={change} onTake={onTake} />
      <SchoolFields check={check} change={change} />
      <div className="mt-3 flex flex-wrap gap-2">
        <Button disabled={check.answer.kind === 'computed'} onClick={() => setSplitting(true)}>
          Split in two
        </Button>
        <Button
          kind="danger"
          onClick={() => {
            onChange(removeCheck(pack, check.id));
            onTake(undefined);
          }}
        >
          Take out
        </Button>
        <Button kind="quiet" onClick={() => onTake(undefined)}>
          Put down
        </Button>
      </div>
      <SplitSheet
        pack={pack}
        check={check}
        open={splitting}
        onClose={() => setSplitting(false)}
        onChange={onChange}
        onTake={onTake}
      />
    </section>
  );
}
