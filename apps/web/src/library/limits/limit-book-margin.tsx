import type { ReactElement } from 'react';
import { Link } from 'react-router';
import { sayDay, type BookChanges, type BookNotice } from '@kanzel/core';
import { MarginNote } from '../../shell/frame.tsx';
import { LineField, Picker } from '../../ui/picker.tsx';
import { plainWords } from '../../ui/plain-words.ts';
import type { Draft } from '../draft/use-draft.ts';
import type { BookDocument } from './limit-edit.ts';
import { TouchedCampaigns } from './touched-campaigns.tsx';

/** What is odd about the book as it stands, and what the server refused of it. */
function Problems({
  notices,
  refused,
  onOpen,
}: {
  notices: readonly BookNotice[];
  refused: readonly string[];
  onOpen: (key: string | undefined) => void;
}): ReactElement {
  const errors = notices.filter((n) => n.weight === 'error');
  return (
    <MarginNote title="Problems">
      {notices.length + refused.length === 0 ? (
        <p className="text-ink-2">Nothing: no gap, no overlap, no edge out of order.</p>
      ) : (
        <ul className="grid gap-1.5">
          {notices.map((n, i) => (
            <li key={i}>
              <button
                type="button"
                className={`text-left underline decoration-rule underline-offset-4 ${n.weight === 'error' ? 'font-semibold text-out' : 'text-near'}`}
                onClick={() => onOpen(n.keys[0])}
              >
                {plainWords(n.reason)}
              </button>
            </li>
          ))}
          {refused
            .filter((p) => errors.length === 0 || !p.startsWith('limits['))
            .map((p) => (
              <li key={p} className="font-semibold text-out">
                {p}
              </li>
            ))}
        </ul>
      )}
    </MarginNote>
  );
}

/** How much differs from what is published, and what of it looks like a slip. */
function Changed({ changes, onBeside }: { changes: BookChanges; onBeside: () => void }): ReactElement {
  return (
    <MarginNote title="Changed against what is published">
      <p>
        {changes.length === 1 ? 'One limit.' : `${changes.length} limits.`}{' '}
        <button type="button" className="underline decoration-rule underline-offset-4" onClick={onBeside}>
          Side by side
        </button>
      </p>
      {changes
        .flatMap((c) => c.slips)
        .map((s, i) => (
          <p key={i} className="mt-1 font-semibold text-near">
            {plainWords(s)}
          </p>
        ))}
    </MarginNote>
  );
}

/** Beside a limit book: what is odd about it, what changed, whom it touches, who approved it. */
export function LimitBookMargin({
  id,
  from,
  draft,
  notices,
  changes,
  against,
  onAgainst,
  onOpen,
}: {
  id: string;
  /** The aircraft from whose page one came. */
  from: string | undefined;
  draft: Draft<BookDocument>;
  notices: readonly BookNotice[];
  changes: BookChanges;
  /** The revision that is shown beside it; empty for none. */
  against: string;
  onAgainst: (revision: string) => void;
  onOpen: (key: string | undefined) => void;
}): ReactElement {
  const book = draft.document;
  return (
    <>
      {from === undefined ? null : (
        <MarginNote title="For">
          <Link to={`/library/aircraft/${from}`} className="font-semibold underline underline-offset-4">
            Back to {from}
          </Link>
        </MarginNote>
      )}
      <Problems notices={notices} refused={draft.problems} onOpen={onOpen} />
      {changes.length > 0 ? (
        <Changed changes={changes} onBeside={() => onAgainst(String(draft.published?.revision ?? ''))} />
      ) : null}
      <TouchedCampaigns book={id} changes={changes} />
      {draft.published && draft.published.revision > 1 ? (
        <MarginNote title="Earlier revisions">
          <Picker
            label="Compare with"
            value={against}
            options={[
              { id: '', text: 'none' },
              ...Array.from({ length: draft.published.revision }, (_, i) => ({
                id: String(i + 1),
                text: `revision ${i + 1}`,
              })),
            ]}
            onChange={onAgainst}
          />
        </MarginNote>
      ) : null}
      {book && draft.published ? (
        <MarginNote title="Approved">
          <p>
            {draft.published.approvedBy}, {sayDay(draft.published.approvedOn)}
          </p>
        </MarginNote>
      ) : null}
      {book ? (
        <MarginNote title="The book">
          <LineField
            label="Title"
            value={book.title}
            onChange={(title) => draft.change({ ...book, title }, 'title')}
          />
          <p className="cap mt-1">
            <Link to="/library" className="underline underline-offset-4">
              Back to the library
            </Link>
          </p>
        </MarginNote>
      ) : null}
    </>
  );
}
