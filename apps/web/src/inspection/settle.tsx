import { useState, type ReactElement } from 'react';
import { describeAnswer, ENTRIES, type AnswerRecord, type Difference } from '@kanzel/core';
import { useSend } from '../findings/use-send.ts';
import { useCampaign } from '../station/campaign-context.ts';
import { useSession } from '../sync/session.ts';
import { Button } from '../ui/button.tsx';
import { Problem, TextField } from '../ui/field.tsx';
import { MarkSign } from '../ui/mark.tsx';
import { momentInWords } from '../ui/when.ts';

/** What one of the two found. */
function Found({
  record,
  title,
  check,
}: {
  record: AnswerRecord;
  title: string;
  check: string;
}): ReactElement {
  const view = useCampaign();
  const text =
    record.answer === null
      ? `Not applicable: ${record.notApplicable ?? ''}`
      : describeAnswer(view.index, check, record.answer);
  return (
    <div className="min-w-0 flex-1 basis-56">
      <p className="cap">
        {title}: {view.who(record.by)}, {momentInWords(record.at)}
      </p>
      <p className="flex items-center gap-2 font-semibold break-words">
        <MarkSign
          mark={record.answer === null ? 'notApplicable' : (record.verdicts[0]?.state ?? 'unknown')}
        />
        {text}
      </p>
    </div>
  );
}

/** Two did not find the same: each by name, and who of them was right. Nobody says so of themselves. */
export function Settle({ difference }: { difference: Difference }): ReactElement {
  const view = useCampaign();
  const person = useSession((s) => s.person);
  const [reason, setReason] = useState('');
  const { problem, refuse, send } = useSend();
  const part = view.index.parts.get(difference.part);
  const name = view.names.part(difference.part);
  const settle = async (holds: 'first' | 'second'): Promise<void> => {
    if (!part) return;
    if (reason.trim() === '') return refuse('Say how it was settled.');
    await send(
      'walk.settled',
      {
        check: part.check.id,
        subject: part.subject,
        said: difference.second.entry,
        answerEntry: difference.first.entry,
        holds,
        reason: reason.trim(),
      },
      ENTRIES['walk.settled'].roles,
    );
  };
  const others = (['first', 'second'] as const).filter((w) => difference[w].by !== person?.id);
  return (
    <section aria-label={`Difference: ${name}`} className="mt-4 border-l-4 border-near pl-4">
      <h2 className="text-lg font-semibold narrow">{name}</h2>
      {part ? <p className="text-ink-2">{part.check.challenge}</p> : null}
      <div className="mt-2 flex flex-wrap gap-x-8 gap-y-2">
        <Found record={difference.first} title="First" check={part?.check.id ?? ''} />
        <Found record={difference.second} title="Second" check={part?.check.id ?? ''} />
      </div>
      <div className="mt-2 max-w-xl">
        <TextField label="How it was settled" value={reason} onChange={(e) => setReason(e.target.value)} />
      </div>
      <Problem>{problem}</Problem>
      <div className="mt-2 flex flex-wrap gap-2.5">
        {others.map((w) => (
          <Button key={w} onClick={() => void settle(w)}>
            {view.who(difference[w].by)} was right
          </Button>
        ))}
      </div>
      <p className="cap mt-1">
        {others.length < 2
          ? 'Nobody settles it for themselves: you may say that the other one was right.'
          : 'If the second one was right, the step is to be done again.'}
      </p>
    </section>
  );
}
