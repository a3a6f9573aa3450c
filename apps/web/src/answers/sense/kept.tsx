import type { ReactElement } from 'react';
import { controlsOf, expectedOf, moveInWords, senseOutputs, waysSeen } from '@kanzel/core';
import { CALL_WORDS } from './desk.ts';
import { useCampaign } from '../../station/campaign-context.ts';
import { MarkSign } from '../../ui/mark.tsx';
import type { KeptProps } from '../answer-view.ts';
import { Airframe, WaySign } from './airframe.tsx';

/** Which way everything went, beside which way it has to go. */
export function KeptSense({ part, answer }: KeptProps<'sense'>): ReactElement | null {
  const { index } = useCampaign();
  const spec = part.check.answer;
  if (spec.kind !== 'sense') return null;
  const { layout } = index.basis.aircraft;
  const expected = expectedOf(controlsOf(index).outputs, { group: spec.of, input: spec.input });
  const ways = waysSeen(index, spec, answer.moves);
  const rows = senseOutputs(index, spec).map((output) => {
    const way = ways.get(output.id);
    const move = answer.moves.find((m) => m.output === output.id);
    const called = move && 'called' in move ? move.called : undefined;
    const right = expected.ok ? expected.value.get(output.id) : undefined;
    return { output, way, called, right, wrong: right !== undefined && way !== right };
  });
  return (
    <div className="mt-2 grid grid-cols-[minmax(0,25rem)_minmax(14rem,1fr)] gap-x-8 max-lg:grid-cols-1">
      <div>
        {answer.calledBy ? <p className="cap mb-1">Called by {answer.calledBy}</p> : null}
        <ul>
          {rows.map(({ output, way, called, right, wrong }) => (
            <li
              key={output.id}
              className={`flex items-center gap-3 border-b border-rule-2 px-1 py-1 ${wrong ? 'bg-out-bg' : ''}`}
            >
              <MarkSign mark={right === undefined ? 'unknown' : wrong ? 'out' : 'within'} size={14} />
              <span className="min-w-32 flex-1">{output.title}</span>
              <WaySign output={output} way={way} wrong={wrong} />
              <b className={`min-w-14 ${wrong ? 'text-out' : ''}`}>
                {called ? CALL_WORDS[called] : way ? moveInWords(output, way) : ''}
              </b>
              <span className="min-w-28 text-[0.82rem] text-ink-2">
                {right === undefined
                  ? 'not described'
                  : wrong
                    ? `has to be: ${moveInWords(output, right).toLowerCase()}`
                    : 'as expected'}
              </span>
            </li>
          ))}
        </ul>
      </div>
      {layout ? <Airframe highest={220} layout={layout} input={spec.input} moves={rows} /> : null}
    </div>
  );
}
