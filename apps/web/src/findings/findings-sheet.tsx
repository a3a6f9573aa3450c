import { lazy, Suspense, type ReactElement } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import {
  deferralInWords,
  narrowingInWords,
  recordingOf,
  sayFindingStands,
  type FindingState,
} from '@kanzel/core';
import { useCampaign } from '../station/campaign-context.ts';
import { Button } from '../ui/button.tsx';
import { Folded } from '../ui/folded.tsx';
import { MarkSign } from '../ui/mark.tsx';
import { dayInWords, whenInWords } from '../ui/when.ts';
import { Assess } from './assess-form.tsx';
import { MoreAbout, Reopen, Ties } from './finding-ties.tsx';
import { Act, ActionLine, Close } from './finding-work.tsx';
import { foundBefore } from './listed.ts';
import { TagSheet } from './tag-sheet.tsx';
import { useFindingsOf } from './use-findings-of.ts';

const RecordedTrace = lazy(() => import('./recorded-trace.tsx'));

const Stage = ({
  title,
  done,
  children,
}: {
  title: string;
  done: boolean;
  children: React.ReactNode;
}): ReactElement => (
  <section className="grid grid-cols-[26px_1fr] border-b border-rule py-3.5">
    <span className="pt-0.5">
      <MarkSign mark={done ? 'within' : 'inHand'} label={false} />
    </span>
    <div className="max-w-2xl">
      <h2 className="mb-1 text-base font-semibold">{title}</h2>
      {children}
    </div>
  </section>
);

/** That it was found on this aircraft before, and where that is told. */
function FoundBefore({ finding: { raised, splitFrom } }: { finding: FindingState }): ReactElement | null {
  const view = useCampaign();
  const { mark } = view.index.basis.aircraft;
  const before = foundBefore(
    {
      ...raised,
      mark,
      campaign: view.id,
      raisedAt: raised.at,
      ...(splitFrom === undefined ? {} : { splitFrom }),
    },
    useFindingsOf(mark),
  );
  if (before.length === 0) return null;
  return (
    <div className="mt-2 border-l-4 border-near pl-3">
      <p className="font-semibold text-near">
        Found on this aircraft before, {before.length === 1 ? 'once' : `${before.length} times`}.
      </p>
      <ul>
        {before.map((l) => (
          <li key={`${l.campaign} ${l.finding}`}>
            <Link
              className="underline underline-offset-4"
              to={`/campaign/${l.campaign}/findings/${l.finding}`}
            >
              {l.title}
            </Link>{' '}
            <span className="text-ink-2">
              {l.campaignTitle}, {dayInWords(l.raisedAt)}
            </span>
          </li>
        ))}
      </ul>
    </div>
  );
}

/** Whether somebody still works on a finding here. */
const isActing = ({ assessed, closed, merged }: FindingState): boolean =>
  assessed !== undefined && closed === undefined && merged === undefined;

/** How it was assessed, or the question; what was said once may be said anew as long as it is open. */
function Assessment({ finding }: { finding: FindingState }): ReactElement {
  const view = useCampaign();
  const { assessed } = finding;
  const acting = isActing(finding) && !view.state.release;
  return (
    <Stage title="Assessed" done={assessed !== undefined}>
      {assessed ? (
        <>
          <p>
            {
              { stops: 'Grounds the aircraft', deferred: 'Deferred', information: 'Information' }[
                assessed.severity
              ]
            }
            : {assessed.reason}
            {assessed.conditions ? `. ${assessed.conditions}` : ''}
            {deferralInWords(assessed) ? `, ${deferralInWords(assessed)}` : ''}
            {assessed.narrows
              ? `. The flight: ${narrowingInWords(assessed.narrows, (id) => view.index.checks.get(id)?.title ?? id)}`
              : ''}
          </p>
          {acting ? (
            <Folded key={assessed.entry} title="Assess it anew">
              <Assess finding={finding} />
            </Folded>
          ) : null}
        </>
      ) : finding.merged ? (
        <p className="text-ink-2">Assessed with the one that it was merged with.</p>
      ) : (
        <Assess finding={finding} />
      )}
    </Stage>
  );
}

/** One finding, from found to closed, as stages down the sheet. */
function FindingSheet({ finding }: { finding: FindingState }): ReactElement {
  const view = useCampaign();
  const actions = finding.actions.flatMap((a) => view.state.actions.get(a) ?? []);
  const { raised, assessed, closed } = finding;
  const about = raised.check ? view.index.parts.get(`${raised.check}@${raised.subject ?? ''}`) : undefined;
  const verdict = raised.answerEntry
    ? view.state.parts.get(about?.key ?? '')?.history.find((h) => h.entry === raised.answerEntry)?.verdicts[0]
    : undefined;
  const series = recordingOf(view.state, raised.check ?? '', raised.subject ?? '', raised.answerEntry);
  const acting = isActing(finding);
  return (
    <div className="px-[22px] py-4">
      <p className="cap">
        <Link className="underline" to={`${view.base}/findings`}>
          Findings, tags and actions
        </Link>
      </p>
      <h1 className="text-[1.56rem] font-semibold narrow">{raised.title}</h1>
      <Stage title="Found" done>
        <p>
          {raised.where ? `${raised.where}. ` : ''}By {view.who(raised.by)}, {whenInWords(raised.at)}.
        </p>
        {verdict ? <p className="text-ink-2">{view.say(verdict.reason)}</p> : null}
        {series ? (
          <Suspense fallback={null}>
            <RecordedTrace series={series} {...(raised.stretch ? { stretch: raised.stretch } : {})} />
          </Suspense>
        ) : null}
        {about ? (
          <Link
            className="underline underline-offset-4"
            to={`${view.base}/${about.check.station}?check=${about.check.id}`}
          >
            {view.names.part(about.key)}
          </Link>
        ) : null}
        <FoundBefore finding={finding} />
        <Ties finding={finding} />
      </Stage>
      <Assessment finding={finding} />
      {assessed ? (
        <Stage title="Done about it" done={actions.length > 0}>
          <ul>
            {actions.map((a) => (
              <ActionLine key={a.done.action} action={a} />
            ))}
          </ul>
          {acting && actions.length === 0 ? <Act finding={finding} /> : null}
          {acting && actions.length > 0 ? (
            <Folded title="Record another action">
              <Act finding={finding} />
            </Folded>
          ) : null}
        </Stage>
      ) : null}
      {assessed ? (
        <Stage title="Closed" done={closed !== undefined}>
          {closed ? (
            <>
              <p>
                By {view.who(closed.by)}, {whenInWords(closed.at)}.
              </p>
              {view.state.release ? null : <Reopen finding={finding} />}
            </>
          ) : (
            <Close finding={finding} />
          )}
        </Stage>
      ) : null}
      <MoreAbout finding={finding} />
    </div>
  );
}

function FindingsList(): ReactElement {
  const view = useCampaign();
  // What the first of two found is not told to the second before he has looked himself.
  const unseen = new Set([...view.unseen.values()].map((a) => a.entry));
  const findings = [...view.state.findings.values()].filter((f) => !unseen.has(f.raised.answerEntry ?? ''));
  const tags = [...view.state.tags.values()];
  const actions = [...view.state.actions.values()];
  return (
    <div className="px-[22px] py-4">
      <h1 className="text-[1.56rem] font-semibold narrow">Findings, tags and actions</h1>
      <div className="my-3 flex gap-3">
        <Button keys="F" onClick={() => view.ask({ kind: 'finding' })}>
          Raise a finding
        </Button>
        <Button keys="T" onClick={() => view.ask({ kind: 'tag' })}>
          Add tag
        </Button>
      </div>
      <h2 className="mt-4 font-semibold">Findings</h2>
      {findings.length === 0 ? <p className="text-ink-2">None so far.</p> : null}
      <ul>
        {findings.map((f) => (
          <li key={f.raised.finding} className="flex min-h-10 items-center gap-3 border-b border-rule-2">
            <MarkSign
              mark={f.closed ? 'within' : f.assessed?.severity === 'deferred' ? 'near' : 'out'}
              label={false}
            />
            <Link
              className="flex-1 underline decoration-rule underline-offset-4"
              to={`${view.base}/findings/${f.raised.finding}`}
            >
              {f.raised.title}
            </Link>
            <span>{sayFindingStands(f, view.state)}</span>
          </li>
        ))}
      </ul>
      <h2 className="mt-4 font-semibold">Tags</h2>
      {tags.length === 0 ? <p className="text-ink-2">None so far.</p> : null}
      <ul>
        {tags.map((t) => (
          <li key={t.on.tag} className="flex min-h-10 items-center gap-3 border-b border-rule-2">
            <span className="flex-1">
              <Link
                className="underline decoration-rule underline-offset-4"
                to={`${view.base}/findings/tag-${t.on.tag}`}
              >
                {t.on.thing}
              </Link>
              <span className="cap ml-2">{[t.on.where, t.on.why].filter((w) => w !== '').join('; ')}</span>
            </span>
            {t.off ? (
              <span>off, {whenInWords(t.off.at)}</span>
            ) : (
              <Button kind="quiet" onClick={() => view.ask({ kind: 'tag-off', tag: t.on.tag })}>
                Remove tag
              </Button>
            )}
          </li>
        ))}
      </ul>
      <h2 className="mt-4 font-semibold">Actions</h2>
      {actions.length === 0 ? <p className="text-ink-2">None so far.</p> : null}
      <ul>
        {actions.map((a) => (
          <ActionLine key={a.done.action} action={a} />
        ))}
      </ul>
    </div>
  );
}

/** The findings station of a campaign: the list, or one finding. */
export function FindingsSheet(): ReactElement {
  const view = useCampaign();
  const navigate = useNavigate();
  const { finding } = useParams();
  const byAction = finding?.startsWith('action-')
    ? view.state.actions.get(finding.slice(7))?.done.finding
    : undefined;
  const tag = finding?.startsWith('tag-') ? view.state.tags.get(finding.slice(4)) : undefined;
  if (tag) return <TagSheet tag={tag} />;
  const found = view.state.findings.get(byAction ?? finding ?? '');
  if (found) return <FindingSheet key={found.raised.finding} finding={found} />;
  if (finding && !finding.startsWith('action-'))
    return (
      <p className="p-6">
        There is no such {finding.startsWith('tag-') ? 'tag' : 'finding'} in this campaign.{' '}
        <button type="button" className="underline" onClick={() => void navigate(`${view.base}/findings`)}>
          See all
        </button>
      </p>
    );
  return <FindingsList />;
}
