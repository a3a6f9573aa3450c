import { useMemo, type ReactElement } from 'react';
import { Link } from 'react-router';
import {
  controlsOf,
  expectedOf,
  MARK_WORDS,
  SENSE_INPUT_TITLES,
  waysSeen,
  type Check,
  type OutputGroup,
} from '@kanzel/core';
import { WaySign } from '../answers/sense/airframe.tsx';
import { useCampaign } from '../station/campaign-context.ts';
import { MarkSign } from '../ui/mark.tsx';
import { askedChecks, isCommand, stillTells, type AskedCheck } from './asked.ts';

const OWN_WORDS: Readonly<Record<string, string>> = {
  within: 'As expected',
  out: 'Otherwise',
  notStarted: 'Not asked yet',
};

function Row({ asked, here, group }: { asked: AskedCheck; here: boolean; group: OutputGroup }): ReactElement {
  const view = useCampaign();
  const { outputs } = controlsOf(view.index);
  const { check, question } = asked;
  const status = view.status.checks.get(check.id);
  const [part] = status?.parts ?? [];
  const answer = part && stillTells(part) ? part.answer?.answer : undefined;
  const ways =
    answer?.kind === 'sense' && check.answer.kind === 'sense'
      ? waysSeen(view.index, check.answer, answer.moves)
      : undefined;
  const expected = expectedOf(outputs, question);
  const mark = status?.mark ?? 'notStarted';
  return (
    <tr className={`border-b border-rule-2 ${here ? 'bg-margin' : ''}`}>
      <th scope="row" className="py-1.5 pr-3 text-left font-normal">
        <Link
          aria-current={here ? 'step' : undefined}
          className="underline decoration-rule underline-offset-3"
          to={`${view.base}/${check.station}?check=${check.id}`}
        >
          {SENSE_INPUT_TITLES[question.input]}
          {isCommand(asked) ? '' : ', corrected'}
        </Link>
      </th>
      {outputs
        .filter((o) => o.group === group)
        .map((output) => {
          const way = ways?.get(output.id);
          const right = expected.ok ? expected.value.get(output.id) : undefined;
          const wrong = way !== undefined && right !== undefined && way !== right;
          return (
            <td key={output.id} className={`px-1 py-1.5 ${wrong ? 'bg-out-bg' : ''}`}>
              <span
                className="flex justify-center"
                title={
                  way
                    ? `${output.title}: ${way === 'still' ? 'still' : output.words[way].toLowerCase()}`
                    : undefined
                }
              >
                <WaySign output={output} way={way} wrong={wrong} />
              </span>
            </td>
          );
        })}
      <td className="py-1.5 pl-2">
        <span className="flex items-center gap-2">
          <MarkSign mark={mark} size={15} label={false} />
          <span className={mark === 'out' ? 'text-out' : mark === 'within' ? 'text-within' : 'text-ink-2'}>
            {OWN_WORDS[mark] ?? MARK_WORDS[mark]}
          </span>
        </span>
      </td>
    </tr>
  );
}

/** Everything that was asked of the same surfaces, motors or tilts, a row each: what a person does, which way each went. */
export function SenseTable({ check }: { check: Check }): ReactElement | null {
  const view = useCampaign();
  const asked = useMemo(() => askedChecks(view.index), [view.index]);
  const spec = check.answer;
  if (spec.kind !== 'sense') return null;
  const own = asked.filter(
    (a) => a.question.group === spec.of && view.status.checks.get(a.check.id)?.outside === false,
  );
  const outputs = controlsOf(view.index).outputs.filter((o) => o.group === spec.of);
  if (own.length < 2 || outputs.length === 0) return null;
  return (
    <div className="overflow-x-auto px-[22px] pt-3 pb-4">
      <table className="w-full min-w-max text-[0.92rem]">
        <thead>
          <tr className="border-b border-rule text-[0.8rem] text-ink-2">
            <th scope="col" className="py-1 pr-3 text-left font-normal">
              You do
            </th>
            {outputs.map((o) => (
              <th key={o.id} scope="col" className="max-w-24 px-1 py-1 text-center font-normal">
                {o.title}
              </th>
            ))}
            <th scope="col" className="py-1 pl-2 text-left font-normal">
              Verdict
            </th>
          </tr>
        </thead>
        <tbody>
          {[...own.filter(isCommand), ...own.filter((a) => !isCommand(a))].map((a) => (
            <Row key={a.check.id} asked={a} here={a.check.id === check.id} group={spec.of} />
          ))}
        </tbody>
      </table>
    </div>
  );
}
