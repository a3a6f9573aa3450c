import type { ReactElement } from 'react';
import {
  armText,
  compareWeighing,
  formatFigure,
  makeSentences,
  massText,
  percentOfChord,
  sideText,
  weigh,
  type Part,
} from '@kanzel/core';
import { useCampaign } from '../station/campaign-context.ts';
import { VerdictLine } from '../answers/verdict-line.tsx';
import type { PartDraft } from '../answers/desk.ts';
import { PreviewVerdicts } from '../answers/preview-verdicts.tsx';
import { weighingFromDraft } from './weighing-draft.ts';
import { serverInstant } from '../sync/clock.ts';

/** What is not wrong, only not typed yet. */
const STILL_TO_TYPE: ReadonlySet<string> = new Set([
  'noFigure',
  'scaleUntyped',
  'scaleNowhere',
  'tareUntyped',
  'levelUntyped',
  'fuelUntyped',
]);

/** What the weighing on the desk says: mass, centre, and how they compare with what was expected. */
export function WeighedResult({ part, draft }: { part: Part; draft: PartDraft }): ReactElement | null {
  const view = useCampaign();
  const { index } = view;
  const { aircraft } = index.basis;
  const weighing = weighingFromDraft(index, part, draft);
  if (!weighing.ok)
    return STILL_TO_TYPE.has(weighing.error.code) ? (
      <p className="mt-3 font-semibold text-ink-2" role="status">
        {makeSentences(view.names).say(weighing.error)}
      </p>
    ) : (
      <VerdictLine verdict={undefined} doubt={weighing.error} />
    );
  const { units } = weighing.value;
  const data = aircraft.loading;
  const found = weigh(data, weighing.value, { instruments: index.instruments, at: serverInstant() });
  const compared =
    found.ok && data && weighing.value.method === 'scales'
      ? compareWeighing(data, aircraft.equipment ?? [], found.value)
      : undefined;
  const heaviest = found.ok ? found.value.mass : Infinity;
  const chord = found.ok && data ? percentOfChord(data, found.value.arm) : undefined;
  return (
    <div className="mt-3">
      {found.ok ? (
        <p className="font-mono text-[2rem] leading-tight font-bold">
          {massText(found.value.mass, units, heaviest)}
          <span className="mx-2 font-sans text-base font-normal text-ink-2">at</span>
          {armText(found.value.arm, units, heaviest)}
        </p>
      ) : null}
      {found.ok ? (
        <p className="cap">
          ±{massText(found.value.uncertainty.mass, units, heaviest)}, ±
          {armText(found.value.uncertainty.arm, units, heaviest)}
          {chord === undefined ? '' : `; ${formatFigure(chord, 0.1)} % of chord`}
          {`; ${sideText(found.value.lateral, units, heaviest)}`}
          {found.value.levelled === 0
            ? ''
            : `; levelling moved it by ${armText(found.value.levelled, units, heaviest)}`}
        </p>
      ) : null}
      {compared?.ok ? (
        <table className="mt-2 text-[0.86rem]" aria-label="Compared with what was expected">
          <tbody>
            <tr className="border-b border-rule">
              <th className="pr-6 text-left font-normal text-ink-2">
                Expected by report {data?.report?.number}
                {compared.value.expected.changes.length > 0
                  ? ` and ${compared.value.expected.changes.map((c) => `${(c.after ?? c.before)?.title ?? ''} ${c.change}`).join(', ')}`
                  : ''}
              </th>
              <td className="pr-4 text-right">{massText(compared.value.expected.mass, units, heaviest)}</td>
              <td className="text-right">{armText(compared.value.expected.arm, units, heaviest)}</td>
            </tr>
            <tr className="border-b border-rule font-semibold">
              <th className="pr-6 text-left">Difference</th>
              <td className="pr-4 text-right">{massText(compared.value.difference.mass, units, heaviest)}</td>
              <td className="text-right">{armText(compared.value.difference.arm, units, heaviest)}</td>
            </tr>
          </tbody>
        </table>
      ) : null}
      <PreviewVerdicts part={part} draft={draft} />
    </div>
  );
}
