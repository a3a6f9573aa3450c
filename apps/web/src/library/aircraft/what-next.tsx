import { useEffect, useState, type ReactElement } from 'react';
import { Link } from 'react-router';
import type { DraftView, LibraryView } from '@kanzel/contract';
import type { LimitBook } from '@kanzel/core';
import { api } from '../../api/client.ts';
import { MarginNote } from '../../shell/frame.tsx';
import { useNeeds } from '../limits/use-needs.ts';
import type { AircraftDocument } from './aircraft-document.ts';

/** A limit book as it is being written, else as it was published; undefined while nobody knows of one. */
function useBook(id: string): { readonly limits: LimitBook['limits']; readonly draft: boolean } | undefined {
  const [book, setBook] = useState<{ id: string; limits: LimitBook['limits']; draft: boolean }>();
  useEffect(() => {
    let live = true;
    void Promise.all([
      api.get<DraftView>(`/api/library/drafts/limit-book/${id}`),
      api.get<LimitBook>(`/api/library/documents/limit-book/${id}`),
    ]).then(([draft, published]) => {
      if (!live) return;
      const found = draft.ok
        ? (draft.value.document as unknown as LimitBook)
        : published.ok
          ? published.value
          : undefined;
      setBook(found && { id, limits: found.limits, draft: draft.ok });
    });
    return () => {
      live = false;
    };
  }, [id]);
  return book?.id === id ? book : undefined;
}

/** The way from a description to a campaign: what is done, and what comes next. */
export function WhatNext({
  about,
  published,
  library,
}: {
  about: AircraftDocument;
  /** Whether it is as published. */
  published: boolean;
  library: LibraryView | undefined;
}): ReactElement | null {
  const needs = useNeeds(about.pack);
  const book = useBook(about.limitBook);
  if (!library || !needs) return null;
  const there = new Set(book?.limits.map((l) => l.key));
  const entered = needs.limits.filter((n) => there.has(n.key)).length;
  const whole = entered === needs.limits.length;
  const bookPublished = library.limitBooks.some((b) => b.id === about.limitBook);
  if (published && bookPublished && whole && book?.draft !== true) return null;
  const path = `/library/limit-book/${about.limitBook}`;
  const link = 'font-semibold underline decoration-rule underline-offset-4';
  return (
    <MarginNote title="What comes next">
      <ol className="grid list-decimal gap-1.5 pl-5">
        <li>
          <Link to={path} state={{ from: about.mark }} className={link}>
            {entered === 0 ? 'Enter the limits' : whole ? 'Limits entered' : 'Enter the other limits'}
          </Link>
          : {entered} of {needs.limits.length} there{book?.draft ? ', not published yet' : ''}.
          {whole ? '' : ' What is missing keeps nothing from starting; its checks are unknown.'}
        </li>
        <li>
          {published
            ? 'The description is published.'
            : 'Publish this description, when the drawing is right.'}
        </li>
        <li>
          {published && bookPublished ? (
            <Link to={`/new?mark=${about.mark}`} className={link}>
              Open a campaign
            </Link>
          ) : (
            'Open a campaign, once both are published.'
          )}
        </li>
      </ol>
    </MarginNote>
  );
}
