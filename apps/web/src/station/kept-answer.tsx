import { describeAnswer, isWorked, MARK_WORDS, verdictFigure, type Part } from '@kanzel/core';
import type { ReactElement } from 'react';
import { calledInWords } from '../calls/called-words.ts';
import { OtherVerdicts } from '../answers/other-verdicts.tsx';
import { PartRuler } from '../answers/verdict-line.tsx';
import { MarkSign, markColour } from '../ui/mark.tsx';
import { whenInWords } from '../ui/when.ts';
import { ReasonPicture } from './reason-picture.tsx';
import { useCampaign } from './campaign-context.ts';

/** A kept answer: its figure, ruler, verdict, and by whom. */
export function KeptAnswer({ part }: { part: Part }): ReactElement | null {
  const view = useCampaign();
  const status = view.status.parts.get(part.key);
  if (!status) return null;
  const [worst] = status.verdicts;
  const record = status.answer;
  // What was worked out is told as a whole; the figure closest to a limit belongs beside its ruler.
  const worked = isWorked(part.check.answer) || part.check.answer.kind === 'travel';
  const figure = worked ? undefined : verdictFigure(worst);
  const text = record?.answer
    ? describeAnswer(view.index, part.check.id, record.answer)
    : record
      ? `Not applicable: ${record.notApplicable ?? ''}`
      : '';
  return (
    <div>
      <p
        className={
          figure || part.check.answer.kind === 'weighing' || part.check.answer.kind === 'loading'
            ? worked
              ? 'text-[1.7rem] leading-tight font-bold'
              : 'font-mono text-[2rem] leading-tight font-bold'
            : 'text-lg font-semibold'
        }
      >
        {figure ?? text}
      </p>
      {figure && text && text.replace(/\s/g, ' ') !== figure.replace(/\s/g, ' ') ? (
        <p className="cap">{text}</p>
      ) : null}
      {worked ? null : (
        <div className="mt-1">
          <PartRuler part={part} verdict={worst} size="large" />
        </div>
      )}
      <span className={`inline-flex items-center gap-2 text-base font-bold ${markColour(status.mark)}`}>
        <MarkSign mark={status.mark} size={18} label={false} />
        {MARK_WORDS[status.mark]}
      </span>
      {status.mark === 'again' ? (
        <ReasonPicture part={part} reasons={status.reasons} />
      ) : (
        status.reasons.map((r, i) => (
          <p key={i} className="text-[0.82rem] leading-snug text-ink-2">
            {view.say(r)}
          </p>
        ))
      )}
      {worked ? (
        <OtherVerdicts
          verdicts={status.verdicts}
          say={view.say}
          className="text-[0.82rem] leading-snug text-ink-2"
        />
      ) : null}
      {record ? (
        <p className="cap mt-1">
          {view.who(record.by)}, {whenInWords(record.at)}
          {record.afterwards ? '; done from memory, ticked off afterwards' : ''}
          {record.called ? `; ${calledInWords(view, part, record)}` : ''}
          {record.witness ? `; seen by ${view.who(record.witness.by)}` : ''}
          {record.pending ? '; not sent yet' : ''}
        </p>
      ) : null}
    </div>
  );
}
