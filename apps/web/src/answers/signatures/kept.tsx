import { useState, type ReactElement } from 'react';
import { CopyList } from '../../papers/copies.tsx';
import { RowInput } from '../../ui/row-input.tsx';
import type { KeptProps } from '../answer-view.ts';

/** Items of work as they were signed. */
export function KeptSignatures({ answer }: KeptProps<'signatures'>): ReactElement {
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
