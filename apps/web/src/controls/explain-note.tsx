import type { ReactElement } from 'react';
import { Link } from 'react-router';
import {
  causeInWords,
  controlsOf,
  costOf,
  fixInWords,
  fixOf,
  overlaps,
  reachOfWork,
  SENSE_INPUT_TITLES,
  type BasisIndex,
  type Explanation,
} from '@kanzel/core';
import { MarginNote } from '../shell/frame.tsx';
import { useCampaign } from '../station/campaign-context.ts';
import { askedChecks, sameQuestion } from './asked.ts';
import { useExplained } from './use-explained.ts';

/** How many explanations stand in the margin: the likeliest, and what it is weighed against. */
const SHOWN = 3;

const listed = (words: readonly string[]): string =>
  words.join(' and ').replace(/^./, (c) => c.toUpperCase());

function useWords(): (explanation: Explanation['causes']) => string {
  const { index } = useCampaign();
  const { outputs, context } = controlsOf(index);
  return (causes) =>
    causes.length === 0
      ? 'Nothing is wrong: it was called wrong'
      : causes
          .map((c) => causeInWords(c, outputs, context.radio))
          .map((words, i) => (i === 0 ? words : `${words.charAt(0).toLowerCase()}${words.slice(1)}`))
          .join(', and ');
}

/** The systems of a fix that this aircraft has: some check proves them. */
function touchedBy(index: BasisIndex, { causes }: Explanation): readonly string[] {
  const { outputs, context } = controlsOf(index);
  const proven = [...index.parts.values()].flatMap((p) => p.proves);
  const touches = causes.flatMap((c) => fixOf(c, outputs, context).touches);
  return [...new Set(touches.filter((t) => proven.some((p) => overlaps(p, t))))];
}

function ExplanationLine({ explanation, of }: { explanation: Explanation; of: number }): ReactElement {
  const words = useWords();
  const open = explanation.unexplained.map((q) => SENSE_INPUT_TITLES[q.input].toLowerCase());
  const whole = explanation.explained === of;
  return (
    <li className="grid grid-cols-[2.75rem_1fr] gap-x-1">
      <span className={`font-mono text-lg leading-6 font-bold ${whole ? '' : 'text-ink-2'}`}>
        {explanation.explained}/{of}
      </span>
      <span>
        <span className={whole ? 'font-semibold' : ''}>{words(explanation.causes)}</span>
        {explanation.tied.length > 0 ? (
          <span className="block text-[0.82rem]">
            No question tells it from: {explanation.tied.map(words).join('; ')}.
          </span>
        ) : null}
        {open.length > 0 ? (
          <span className="block text-[0.82rem] text-ink-2">Leaves unexplained: {listed(open)}.</span>
        ) : null}
      </span>
    </li>
  );
}

/** Where the likeliest cause is put right, what that would open again, and where it is recorded. */
function FixNote({ explanation }: { explanation: Explanation }): ReactElement | null {
  const view = useCampaign();
  const words = useWords();
  const { outputs, context } = controlsOf(view.index);
  const [cause] = explanation.causes;
  if (!cause) return null;
  const touches = touchedBy(view.index, explanation);
  const reach = reachOfWork(view.index.basis.systems, touches, 'adjusted');
  const cost = costOf(view.state, view.status, reach, false);
  const fixes = explanation.causes.map((c) => fixInWords(fixOf(c, outputs, context)));
  const wrong = new Set(
    askedChecks(view.index).flatMap(({ check }) =>
      (view.status.checks.get(check.id)?.parts ?? []).flatMap((p) =>
        p.mark === 'out' ? (p.answer?.entry ?? []) : [],
      ),
    ),
  );
  const finding = view.status.openFindings.find((f) => wrong.has(f.raised.answerEntry ?? ''));
  return (
    <MarginNote title="Where it is put right">
      {[...new Set(fixes)].map((fix) => (
        <p key={fix}>{fix}</p>
      ))}
      <p className="cap mt-1" data-testid="fix-cost">
        {cost.checks.length === 0
          ? 'No good check would have to be repeated; what was wrong is asked again.'
          : `${cost.checks.length} good ${cost.checks.length === 1 ? 'check' : 'checks'} would have to be repeated, ${Math.ceil(cost.minutes)} min, beside what was wrong.`}
      </p>
      {finding ? (
        <Link
          className="font-semibold underline underline-offset-4"
          to={`${view.base}/findings/${finding.raised.finding}`}
          state={{ fix: { what: words(explanation.causes), touches } }}
        >
          Record what was done
        </Link>
      ) : (
        <p className="cap">Raise a finding of what was wrong, and record there what was done.</p>
      )}
    </MarginNote>
  );
}

/** What would explain the answers that went the wrong way, which question comes next, and where it is put right. */
export function ExplainNote(): ReactElement | null {
  const view = useCampaign();
  const explained = useExplained();
  if (!explained) return null;
  const { ranked, next, settled, answers } = explained;
  const check = next && askedChecks(view.index).find((a) => sameQuestion(a.question, next))?.check;
  const [first] = ranked;
  return (
    <>
      <MarginNote title="What would explain this">
        <ul className="space-y-2" data-testid="explanations">
          {ranked.slice(0, SHOWN).map((e, i) => (
            <ExplanationLine key={i} explanation={e} of={answers} />
          ))}
        </ul>
      </MarginNote>
      {check ? (
        <MarginNote title={settled ? 'It would show whether something else is wrong' : 'Next best question'}>
          <Link
            className="underline decoration-rule underline-offset-3"
            to={`${view.base}/${check.station}?check=${check.id}`}
          >
            {check.challenge}
          </Link>
        </MarginNote>
      ) : null}
      {first && settled ? <FixNote explanation={first} /> : null}
    </>
  );
}
