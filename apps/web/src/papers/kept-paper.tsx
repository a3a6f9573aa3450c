import { useState, type ReactElement } from 'react';
import { equipmentChanges, trailPieces, type Part, type PartAnswer } from '@kanzel/core';
import { useCampaign } from '../station/campaign-context.ts';
import { RowInput } from '../ui/row-input.tsx';
import { CopyList } from './copies.tsx';
import { TrailLine } from './trail-line.tsx';

type Answer<K extends PartAnswer['kind']> = Extract<PartAnswer, { kind: K }>;

function KeptDocument({ answer }: { answer: Answer<'document'> }): ReactElement {
  const { document } = answer;
  return (
    <div className="mt-2">
      <p className="text-ink-2">
        {[
          document.issuedBy,
          document.issuedOn ? `issued ${document.issuedOn}` : '',
          document.expiresOn ? `last day ${document.expiresOn}` : '',
        ]
          .filter(Boolean)
          .join('; ')}
      </p>
      {document.conditions.length > 0 ? (
        <ul className="mt-1 list-disc pl-5" aria-label="Conditions">
          {document.conditions.map((c, i) => (
            <li key={i}>{c.text || c.kind}</li>
          ))}
        </ul>
      ) : null}
      <CopyList scans={document.scans} />
    </div>
  );
}

function KeptSignatures({ answer }: { answer: Answer<'signatures'> }): ReactElement {
  const [search, setSearch] = useState('');
  const wanted = search.trim().toLowerCase();
  const items = answer.items.filter(
    (i) =>
      wanted === '' ||
      JSON.stringify([i.what, i.sheet, i.doneBy, i.inspectedBy]).toLowerCase().includes(wanted),
  );
  return (
    <div className="mt-2">
      {answer.items.length > 6 ? (
        <div className="max-w-xs">
          <RowInput label="Search the items" value={search} onChange={(e) => setSearch(e.target.value)} />
        </div>
      ) : null}
      <table className="w-full">
        <tbody>
          {items.map((i) => (
            <tr
              key={i.id}
              className="border-b border-rule-2 align-top max-sm:grid max-sm:grid-cols-[1fr_auto] max-sm:py-1"
            >
              <td className="py-1 pr-4 font-semibold max-sm:py-0">{i.what}</td>
              <td className="py-1 pr-4 whitespace-nowrap text-ink-2 max-sm:py-0 max-sm:pr-0">{i.sheet}</td>
              <td className="py-1 pr-4 max-sm:col-span-2 max-sm:py-0">
                {i.doneBy ?? 'not signed'}
                {i.doneOn ? `, ${i.doneOn}` : ''}
              </td>
              <td className="py-1 pr-4 max-sm:col-span-2 max-sm:py-0">
                {i.inspectedBy ? `inspected by ${i.inspectedBy}` : ''}
                {i.inspectedOn ? `, ${i.inspectedOn}` : ''}
              </td>
              <td className="py-1">
                <CopyList scans={i.scans} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

function KeptEquipment({ answer }: { answer: Answer<'equipment'> }): ReactElement {
  const { index } = useCampaign();
  const differences = equipmentChanges(index.basis.aircraft.equipment ?? [], answer.seen);
  return (
    <ul className="mt-2">
      {answer.seen.map((e) => {
        const other = differences.find((d) => d.after?.id === e.id);
        return (
          <li key={e.id} className="flex gap-4 border-b border-rule-2 py-1">
            <span className="min-w-48">{e.title}</span>
            <span className="text-ink-2">
              {e.partNumber} {e.serial}
            </span>
            {other ? <span className="font-semibold text-out">{other.change}</span> : null}
          </li>
        );
      })}
      {differences
        .filter((d) => d.change === 'removed')
        .map((d) => (
          <li key={d.before?.id} className="flex gap-4 border-b border-rule-2 py-1">
            <span className="min-w-48">{d.before?.title}</span>
            <span className="font-semibold text-out">not found</span>
          </li>
        ))}
    </ul>
  );
}

/** The answers of which papers have something to show behind the row. */
type Paper = Extract<PartAnswer, { kind: 'document' | 'trail' | 'signatures' | 'equipment' }>;

/** A paper as it was kept, with its copies to be looked at. */
export function KeptPaper({ part, answer }: { part: Part; answer: Paper }): ReactElement {
  const { index, status } = useCampaign();
  switch (answer.kind) {
    case 'document':
      return <KeptDocument answer={answer} />;
    case 'signatures':
      return <KeptSignatures answer={answer} />;
    case 'equipment':
      return <KeptEquipment answer={answer} />;
    case 'trail': {
      const day = (status.parts.get(part.key)?.answer?.at ?? new Date().toISOString()).slice(0, 10);
      const quiet = part.check.answer.kind === 'trail' ? part.check.answer.quietDays : 366;
      return (
        <div className="mt-2">
          <TrailLine
            pieces={trailPieces(answer.stretches, quiet, { day, hours: index.basis.aircraft.hours })}
          />
          {answer.stretches.map((s) => (
            <CopyList key={s.book} scans={s.scans} />
          ))}
        </div>
      );
    }
  }
}
