import { useEffect, useMemo, useState, type ReactElement } from 'react';
import { useLocation, useParams } from 'react-router';
import { compareLimitBooks, reviewLimits } from '@kanzel/core';
import { api } from '../../api/client.ts';
import { Foot } from '../../shell/foot.tsx';
import { Frame } from '../../shell/frame.tsx';
import { HangarPlate } from '../../shell/plate.tsx';
import { Button } from '../../ui/button.tsx';
import { DraftBar } from '../draft/draft-bar.tsx';
import { useDraft } from '../draft/use-draft.ts';
import { CompareBooks } from './compare-books.tsx';
import { emptyBook, freshLimit, type BookDocument } from './limit-edit.ts';
import { LimitBookMargin } from './limit-book-margin.tsx';
import { LimitList } from './limit-list.tsx';
import { underNeeds } from './needed-limit.ts';
import { NeededLimits } from './needed-limits.tsx';
import { PasteTable } from './paste-table.tsx';
import { useNeeds } from './use-needs.ts';

/** A published revision of the book to lay beside it; none for an empty number. */
function useRevision(id: string, revision: string): BookDocument | undefined {
  const [found, setFound] = useState<BookDocument>();
  useEffect(() => {
    if (revision === '') return setFound(undefined);
    void api
      .get<BookDocument>(`/api/library/documents/limit-book/${id}?revision=${revision}`)
      .then((a) => (a.ok ? setFound(a.value) : undefined));
  }, [revision, id]);
  return found;
}

/** The book in hand beside an earlier revision. */
function Beside({
  other,
  book,
  after,
  onBack,
}: {
  other: BookDocument;
  book: BookDocument;
  after: string;
  onBack: () => void;
}): ReactElement {
  return (
    <>
      <p className="px-[22px] pt-3">
        <Button kind="quiet" onClick={onBack}>
          Back to the limits
        </Button>
      </p>
      <CompareBooks
        changes={compareLimitBooks(other.limits, book.limits)}
        before={`Revision ${other.revision}`}
        after={after}
      />
    </>
  );
}

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
  const other = useRevision(id, against);
  const book = draft.document;
  const needs = useNeeds(book?.pack);
  const notices = useMemo(() => (book ? reviewLimits(book.limits) : []), [book]);
  const errors = notices.filter((n) => n.weight === 'error');
  const changes = useMemo(
    () => (book && draft.published ? compareLimitBooks(draft.published.limits, book.limits) : []),
    [book, draft.published],
  );
  const asked = new Set(needs?.limits.map((n) => n.key));
  const fitsWords = (text: string): boolean => text.toLowerCase().includes(wanted.trim().toLowerCase());
  const shown = (book?.limits ?? []).filter(
    (l) => !asked.has(l.key) && fitsWords(`${l.title} ${l.key} ${l.quantity ?? ''} ${l.source.document}`),
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
              <Beside
                other={other}
                book={book}
                after={draft.phase === 'published' ? `Revision ${book.revision}` : 'This draft'}
                onBack={() => setAgainst('')}
              />
            ) : (
              <>
                {needs ? (
                  <NeededLimits
                    key={needs.title}
                    needs={needs.limits.filter((n) => fitsWords(n.title))}
                    all={needs.limits}
                    packTitle={needs.title}
                    limits={book.limits}
                    inHand={inHand}
                    onOpen={setInHand}
                    change={(limits, about) => draft.change({ ...book, limits }, about)}
                  />
                ) : null}
                <LimitList
                  limits={shown}
                  empty={book.limits.length === 0 && !needs}
                  inHand={inHand}
                  onOpen={setInHand}
                  wanted={wanted}
                  onWanted={setWanted}
                  onAdd={add}
                  onPaste={() => setPasting(true)}
                  onTakeOut={(l) => draft.change({ ...book, limits: book.limits.filter((x) => x !== l) })}
                  change={(next, about) =>
                    draft.change(
                      { ...book, limits: book.limits.map((l) => (l.key === inHand ? next : l)) },
                      `${inHand ?? ''} ${about}`,
                    )
                  }
                />
              </>
            )}
            <PasteTable
              limits={book.limits}
              open={pasting}
              onClose={() => setPasting(false)}
              onTake={(limits) => {
                draft.change({ ...book, limits: underNeeds(limits, needs?.limits ?? []) });
                setPasting(false);
              }}
            />
          </>
        )
      }
      margin={
        <LimitBookMargin
          id={id}
          from={from}
          draft={draft}
          notices={notices}
          changes={changes}
          against={against}
          onAgainst={setAgainst}
          onOpen={setInHand}
        />
      }
      foot={<Foot />}
    />
  );
}
