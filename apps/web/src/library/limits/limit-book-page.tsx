import { useEffect, useMemo, useState, type ReactElement } from 'react';
import { Link, useLocation, useParams } from 'react-router';
import { compareLimitBooks, reviewLimits, sayDay, type Limit } from '@kanzel/core';
import { api } from '../../api/client.ts';
import { Foot } from '../../shell/foot.tsx';
import { Frame, MarginNote } from '../../shell/frame.tsx';
import { HangarPlate } from '../../shell/plate.tsx';
import { Button } from '../../ui/button.tsx';
import { LineField, Picker } from '../../ui/picker.tsx';
import { DraftBar } from '../draft/draft-bar.tsx';
import { useDraft } from '../draft/use-draft.ts';
import { plainWords } from '../../ui/plain-words.ts';
import { CompareBooks } from './compare-books.tsx';
import { emptyBook, freshLimit, type BookDocument } from './limit-edit.ts';
import { LimitPanel } from './limit-panel.tsx';
import { LimitLine } from './limit-row.tsx';
import { NeededLimits } from './needed-limits.tsx';
import { PasteTable } from './paste-table.tsx';
import { TouchedCampaigns } from './touched-campaigns.tsx';
import { useNeeds } from './use-needs.ts';

/** A limit book: its limits as drawn bands, one in hand, and in the margin what is odd and whom it touches. */
export default function LimitBookPage(): ReactElement {
  const { id = '' } = useParams();
  const {
    title: fresh,
    pack,
    from,
  } = (useLocation().state ?? {}) as {
    title?: string;
    pack?: string;
    from?: string;
  };
  const draft = useDraft<BookDocument>(
    'limit-book',
    id,
    fresh === undefined ? undefined : () => emptyBook(id, fresh, pack),
  );
  const [inHand, setInHand] = useState<string>();
  const [pasting, setPasting] = useState(false);
  const [wanted, setWanted] = useState('');
  const [against, setAgainst] = useState('');
  const [other, setOther] = useState<BookDocument>();
  const book = draft.document;
  const needs = useNeeds(book?.pack);
  const notices = useMemo(() => (book ? reviewLimits(book.limits) : []), [book]);
  const errors = notices.filter((n) => n.weight === 'error');
  const changes = useMemo(
    () => (book && draft.published ? compareLimitBooks(draft.published.limits, book.limits) : []),
    [book, draft.published],
  );
  useEffect(() => {
    if (against === '') return setOther(undefined);
    void api
      .get<BookDocument>(`/api/library/documents/limit-book/${id}?revision=${against}`)
      .then((a) => (a.ok ? setOther(a.value) : undefined));
  }, [against, id]);
  const limitInHand = book?.limits.find((l) => l.key === inHand);
  const change = (next: Limit, about: string): void => {
    if (!book || !limitInHand) return;
    draft.change(
      { ...book, limits: book.limits.map((l) => (l.key === limitInHand.key ? next : l)) },
      `${limitInHand.key} ${about}`,
    );
  };
  const asked = new Set(needs?.limits.map((n) => n.key));
  const shown = book?.limits.filter(
    (l) =>
      !asked.has(l.key) &&
      `${l.title} ${l.key} ${l.quantity ?? ''} ${l.source.document}`
        .toLowerCase()
        .includes(wanted.trim().toLowerCase()),
  );
  const add = (): void => {
    if (!book) return;
    const limit = freshLimit(book, wanted.trim() || 'New limit');
    draft.change({ ...book, limits: [...book.limits, limit] });
    setInHand(limit.key);
    setWanted('');
  };
  return (
    <Frame
      plate={<HangarPlate />}
      sheet={
        book === undefined ? (
          <p className="px-[22px] py-6 text-ink-2">
            {draft.phase === 'missing'
              ? (draft.message ?? 'There is no such limit book.')
              : 'Reading the limit book…'}
          </p>
        ) : (
          <>
            <DraftBar draft={draft} kind="limit-book" id={id} title={book.title} errors={errors.length} />
            {other ? (
              <>
                <p className="px-[22px] pt-3">
                  <Button kind="quiet" onClick={() => setAgainst('')}>
                    Back to the limits
                  </Button>
                </p>
                <CompareBooks
                  changes={compareLimitBooks(other.limits, book.limits)}
                  before={`Revision ${other.revision}`}
                  after={draft.phase === 'published' ? `Revision ${book.revision}` : 'This draft'}
                />
              </>
            ) : (
              <>
                {needs ? (
                  <NeededLimits
                    key={needs.title}
                    needs={needs.limits}
                    packTitle={needs.title}
                    limits={book.limits}
                    change={(limits, about) => draft.change({ ...book, limits }, about)}
                  />
                ) : null}
                <div className="flex flex-wrap items-end gap-3 px-[22px] py-2">
                  <LineField
                    label="Find, or name a new one"
                    value={wanted}
                    onChange={setWanted}
                    className="min-w-56"
                  />
                  <Button onClick={add}>Add a limit</Button>
                  <Button onClick={() => setPasting(true)}>Paste a table</Button>
                </div>
                {book.limits.length === 0 && !needs ? (
                  <p className="px-[22px] py-3 text-ink-2">
                    No limit yet. Paste the table of the handbook, or add the first by hand.
                  </p>
                ) : shown?.length === 0 && wanted.trim() !== '' ? (
                  <p className="px-[22px] py-3 text-ink-2">Nothing here is called that.</p>
                ) : null}
                <ul>
                  {shown?.map((l) => (
                    <li
                      key={l.key}
                      className={`border-b border-rule-2 ${l.key === inHand ? 'bg-margin' : ''}`}
                    >
                      <div className="flex">
                        <button
                          type="button"
                          aria-pressed={l.key === inHand}
                          className="flex min-h-12 w-full px-[22px] py-1.5"
                          onClick={() => setInHand(l.key === inHand ? undefined : l.key)}
                        >
                          <LimitLine limit={l} />
                        </button>
                        <Button
                          kind="quiet"
                          className="shrink-0 px-4 text-lg"
                          aria-label={`Take out ${l.title}`}
                          onClick={() =>
                            draft.change({ ...book, limits: book.limits.filter((x) => x !== l) })
                          }
                        >
                          ×
                        </Button>
                      </div>
                      {l.key === inHand ? <LimitPanel key={l.key} limit={l} change={change} /> : null}
                    </li>
                  ))}
                </ul>
              </>
            )}
            <PasteTable
              limits={book.limits}
              open={pasting}
              onClose={() => setPasting(false)}
              onTake={(limits) => {
                draft.change({ ...book, limits });
                setPasting(false);
              }}
            />
          </>
        )
      }
      margin={
        <>
          {from === undefined ? null : (
            <MarginNote title="For">
              <Link to={`/library/aircraft/${from}`} className="font-semibold underline underline-offset-4">
                Back to {from}
              </Link>
            </MarginNote>
          )}
          <MarginNote title="Problems">
            {notices.length + draft.problems.length === 0 ? (
              <p className="text-ink-2">Nothing: no gap, no overlap, no edge out of order.</p>
            ) : (
              <ul className="grid gap-1.5">
                {notices.map((n, i) => (
                  <li key={i}>
                    <button
                      type="button"
                      className={`text-left underline decoration-rule underline-offset-4 ${n.weight === 'error' ? 'font-semibold text-out' : 'text-near'}`}
                      onClick={() => setInHand(n.keys[0])}
                    >
                      {plainWords(n.reason)}
                    </button>
                  </li>
                ))}
                {draft.problems
                  .filter((p) => errors.length === 0 || !p.startsWith('limits['))
                  .map((p) => (
                    <li key={p} className="font-semibold text-out">
                      {p}
                    </li>
                  ))}
              </ul>
            )}
          </MarginNote>
          {changes.length > 0 ? (
            <MarginNote title="Changed against what is published">
              <p>
                {changes.length === 1 ? 'One limit.' : `${changes.length} limits.`}{' '}
                <button
                  type="button"
                  className="underline decoration-rule underline-offset-4"
                  onClick={() => setAgainst(String(draft.published?.revision ?? ''))}
                >
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
                onChange={setAgainst}
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
      }
      foot={<Foot />}
    />
  );
}
