import { useCallback, useEffect, useState, type ReactElement } from 'react';
import { Link } from 'react-router';
import { FINDING_STEP_WORDS, SEVERITY_WORDS, type FindingStep } from '@kanzel/core';
import type { FindingLineView, PersonView } from '@kanzel/contract';
import { api } from '../api/client.ts';
import { Foot } from '../shell/foot.tsx';
import { Frame, MarginNote } from '../shell/frame.tsx';
import { HangarPlate, useNow } from '../shell/plate.tsx';
import { keep, kept } from '../sync/database.ts';
import { useLive } from '../sync/live.ts';
import { useSession } from '../sync/session.ts';
import { Choices } from '../ui/field.tsx';
import { LineField } from '../ui/picker.tsx';
import { dayInWords } from '../ui/when.ts';
import { atStep, foundBefore, isMeant, sorted, STEPS_SHOWN, type SortedBy } from './listed.ts';

/** So often the list is asked for again (ms). */
const ASK_AGAIN = 20_000;

/** All findings, and whether that is as they are now; without the server as they were last heard. */
function useFindings(): { all: readonly FindingLineView[] | undefined; fresh: boolean } {
  const connected = useLive((s) => s.connected);
  const [all, setAll] = useState<readonly FindingLineView[]>();
  const [fresh, setFresh] = useState(true);
  const load = useCallback(async (): Promise<void> => {
    const answer = await api.get<FindingLineView[]>('/api/findings');
    setFresh(answer.ok);
    setAll(answer.ok ? answer.value : ((await kept<FindingLineView[]>('findings')) ?? []));
    if (answer.ok) await keep('findings', answer.value);
  }, []);
  // Others go on meanwhile: it is asked again from time to time, and at once when the server is heard again.
  const now = useNow(ASK_AGAIN);
  useEffect(() => {
    void load();
  }, [load, connected, now]);
  return { all, fresh };
}

const addressOf = (line: FindingLineView): string => `/campaign/${line.campaign}/findings/${line.finding}`;

const SEVERITY_LOOKS: Readonly<Record<NonNullable<FindingLineView['severity']>, string>> = {
  stops: 'text-out',
  deferred: 'text-near',
  information: 'text-ink-2',
};

function Severity({ line }: { line: FindingLineView }): ReactElement | null {
  if (!line.severity) return <span className="text-ink-2">not assessed</span>;
  return (
    <span className={`font-semibold ${SEVERITY_LOOKS[line.severity]}`}>{SEVERITY_WORDS[line.severity]}</span>
  );
}

const nameOf = (people: readonly PersonView[], id: string): string =>
  people.find((p) => p.id === id)?.fullName ?? 'someone';

/** What a line says beside its title: the aircraft's own past, until when it is put off, under which conditions. */
function Beside({ line, all }: { line: FindingLineView; all: readonly FindingLineView[] }): ReactElement {
  const times = foundBefore(line, all).length + 1;
  const people = useSession((s) => s.people);
  return (
    <span className="block text-[0.8rem] text-ink-2">
      {[line.where, line.campaignTitle, `raised ${dayInWords(line.raisedAt)}`]
        .filter((t) => t !== '')
        .join('; ')}
      {line.assignedTo ? `; with ${nameOf(people, line.assignedTo)}` : ''}
      {line.effort ? `, about ${line.effort} min` : ''}
      {line.due ? `, by ${dayInWords(line.due)}` : ''}
      {line.until ? `; until ${dayInWords(line.until)}` : ''}
      {line.conditions ? `: ${line.conditions}` : ''}
      {times > 1 ? <b className="text-near">; time {times} on this aircraft</b> : null}
    </span>
  );
}

/** What is said of those whose campaign was not read for this list, or cannot be. */
const NOT_KNOWN = { title: 'Next step not known here', who: 'its campaign tells' };

/** The findings that wait for one kind of hand. */
function AtStep({
  step,
  lines,
  all,
}: {
  step: FindingStep | undefined;
  lines: readonly FindingLineView[];
  all: readonly FindingLineView[];
}): ReactElement {
  const { title, who } = step === undefined ? NOT_KNOWN : FINDING_STEP_WORDS[step];
  return (
    <section aria-label={title} className="mt-5">
      <h2 className="flex items-baseline gap-3 border-b-2 border-ink pb-1 font-semibold">
        {title}
        <span className="font-mono">{lines.length}</span>
        <span className="cap ml-auto font-normal">{who}</span>
      </h2>
      <ul>
        {lines.map((line) => (
          <li
            key={`${line.campaign} ${line.finding}`}
            className="grid min-h-12 grid-cols-[6rem_minmax(0,1fr)_9rem] items-center gap-x-4 border-b border-rule-2 py-1 max-lg:min-h-14 max-sm:grid-cols-[5rem_minmax(0,1fr)]"
          >
            <span className="font-mono font-bold">{line.mark}</span>
            <span>
              <Link className="underline decoration-rule underline-offset-3" to={addressOf(line)}>
                {line.title}
              </Link>
              <Beside line={line} all={all} />
            </span>
            <span className="max-sm:col-start-2">
              <Severity line={line} />
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

const COLUMNS: readonly { readonly by: SortedBy; readonly title: string }[] = [
  { by: 'mark', title: 'Aircraft' },
  { by: 'title', title: 'Finding' },
  { by: 'severity', title: 'Assessed' },
  { by: 'next', title: 'Next' },
  { by: 'assigned', title: 'With' },
  { by: 'raised', title: 'Raised' },
];

/** Every finding in a row of its own, sorted by whatever is pressed. */
function Table({ lines }: { lines: readonly FindingLineView[] }): ReactElement {
  const [order, setOrder] = useState<{ by: SortedBy; down: boolean }>({ by: 'raised', down: true });
  const people = useSession((s) => s.people);
  return (
    <div className="mt-4 overflow-x-auto">
      <table className="w-full text-left">
        <thead>
          <tr className="border-b-2 border-ink">
            {COLUMNS.map(({ by, title }) => (
              <th
                key={by}
                scope="col"
                aria-sort={order.by === by ? (order.down ? 'descending' : 'ascending') : 'none'}
                className="pr-3 font-semibold"
              >
                <button
                  type="button"
                  className="min-h-10 whitespace-nowrap max-lg:min-h-14"
                  onClick={() => setOrder({ by, down: order.by === by ? !order.down : by === 'raised' })}
                >
                  {title} {order.by === by ? (order.down ? '↓' : '↑') : ''}
                </button>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {sorted(lines, order.by, order.down).map((line) => (
            <tr key={`${line.campaign} ${line.finding}`} className="border-b border-rule-2 align-top">
              <td className="py-2 pr-3 font-mono font-bold whitespace-nowrap">{line.mark}</td>
              <td className="py-2 pr-3">
                <Link className="underline decoration-rule underline-offset-3" to={addressOf(line)}>
                  {line.title}
                </Link>
                <span className="block text-[0.8rem] text-ink-2">{line.where}</span>
              </td>
              <td className="py-2 pr-3">
                <Severity line={line} />
              </td>
              <td className="py-2 pr-3">
                {line.next ? FINDING_STEP_WORDS[line.next].title : NOT_KNOWN.title}
              </td>
              <td className="py-2 pr-3">
                {line.assignedTo ? nameOf(people, line.assignedTo) : '–'}
                {line.due ? (
                  <span className="block text-[0.8rem] text-ink-2">by {dayInWords(line.due)}</span>
                ) : null}
              </td>
              <td className="py-2 whitespace-nowrap">
                {dayInWords(line.raisedAt)}
                <span className="block text-[0.8rem] text-ink-2">{nameOf(people, line.raisedBy)}</span>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

/** Findings of all aircraft: by who must act next, or as a table. */
export default function AllFindingsPage(): ReactElement {
  const { all, fresh } = useFindings();
  const [view, setView] = useState<'hands' | 'table'>('hands');
  const [which, setWhich] = useState<'open' | 'all'>('open');
  const [wanted, setWanted] = useState('');
  const open = all?.filter((l) => l.next !== 'closed' && l.next !== 'merged') ?? [];
  const shown = (which === 'open' ? open : (all ?? [])).filter((l) => isMeant(l, wanted));
  const steps: readonly (FindingStep | undefined)[] = [undefined, ...STEPS_SHOWN, 'merged', 'closed'];
  return (
    <Frame
      plate={<HangarPlate />}
      sheet={
        <div className="px-[22px] py-4">
          <header className="flex flex-wrap items-end gap-x-6 gap-y-2">
            <h1 className="self-center text-[1.25rem] font-semibold narrow">Findings of all aircraft</h1>
            {fresh ? null : (
              <span className="self-center font-semibold text-near">As last heard; offline</span>
            )}
            <LineField
              label="Find"
              value={wanted}
              onChange={setWanted}
              className="ml-auto w-56 max-sm:ml-0 max-sm:w-full"
            />
          </header>
          <div className="mt-2 flex flex-wrap gap-x-6">
            <Choices
              tight
              label="Shown"
              value={view}
              options={[
                { id: 'hands', text: 'By who acts next' },
                { id: 'table', text: 'As a table' },
              ]}
              onChange={setView}
            />
            <Choices
              tight
              label="Which"
              value={which}
              options={[
                { id: 'open', text: `Open (${open.length})` },
                { id: 'all', text: `All (${all?.length ?? 0})` },
              ]}
              onChange={setWhich}
            />
          </div>
          {all === undefined ? (
            <p className="mt-4 text-ink-2">Asking the server…</p>
          ) : shown.length === 0 ? (
            <p className="mt-4 text-ink-2">
              {wanted.trim() === ''
                ? 'None. A finding is raised at a check, with F, wherever one is.'
                : `No finding has “${wanted.trim()}” in it.`}
            </p>
          ) : view === 'table' ? (
            <Table lines={shown} />
          ) : (
            steps.map((step) => {
              const lines = atStep(shown, step);
              return lines.length > 0 ? (
                <AtStep key={step ?? 'not known'} step={step} lines={lines} all={all} />
              ) : null;
            })
          )}
        </div>
      }
      margin={
        <MarginNote title="Waiting for">
          <ul className="grid gap-1">
            {STEPS_SHOWN.map((step) => (
              <li key={step} className="flex justify-between gap-3">
                <span>{FINDING_STEP_WORDS[step].title}</span>
                <b className="font-mono">{atStep(open, step).length}</b>
              </li>
            ))}
          </ul>
        </MarginNote>
      }
      foot={<Foot />}
    />
  );
}
