import type { ReactElement } from 'react';
import { CopyList } from '../../papers/copies.tsx';
import type { KeptProps } from '../answer-view.ts';

/** A document as it was kept, with its copies to be looked at. */
export function KeptDocument({ answer }: KeptProps<'document'>): ReactElement {
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
