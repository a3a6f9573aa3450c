import type { ReactElement } from 'react';
import { ownMember, SAMPLED_AFTER_WORDS, SAMPLE_WORDS } from '@kanzel/core';
import { CopyList } from '../../papers/copies.tsx';
import type { KeptProps } from '../answer-view.ts';

/** What came at each drain, a line for each round. */
export function KeptSamples({ part, answer }: KeptProps<'samples'>): ReactElement | null {
  const spec = part.check.answer;
  if (spec.kind !== 'samples') return null;
  return (
    <div className="mt-2 overflow-x-auto">
      <table className="text-[0.9rem]">
        <thead>
          <tr className="cap text-left">
            <th className="pr-5">Round</th>
            <th className="pr-5">Before it</th>
            {spec.drains.map((d) => (
              <th key={d.id} className="pr-5">
                {d.title}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {answer.rounds.map((round, i) => (
            <tr key={i} className="border-b border-rule-2">
              <td className="py-1 pr-5">{i + 1}</td>
              <td className="pr-5">{SAMPLED_AFTER_WORDS[round.after]}</td>
              {spec.drains.map((d) => {
                const seen = ownMember(round.seen, d.id);
                return (
                  <td key={d.id} className={`pr-5 ${seen === 'clear' ? '' : 'bg-out-bg font-bold text-out'}`}>
                    {seen === undefined ? 'not said' : SAMPLE_WORDS[seen]}
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
      <CopyList scans={(answer.photos ?? []).map((p) => p.scan)} />
    </div>
  );
}
