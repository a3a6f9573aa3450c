import { useEffect, useState, type ReactElement } from 'react';
import { useLocation } from 'react-router';
import { SheetDialog } from '../ui/sheet-dialog.tsx';
import type { HelpPage } from './help-pages.ts';

/** What this view is for, what to do next, the words it uses, and the keys; laid over the page by `?`. */
export function HelpSheet({
  keys,
  onClose,
}: {
  keys: readonly (readonly [key: string, does: string])[];
  onClose: () => void;
}): ReactElement {
  const { pathname } = useLocation();
  const [page, setPage] = useState<HelpPage>();
  useEffect(() => {
    let live = true;
    // Fetched when somebody asks: most never do.
    void import('./help-pages.ts').then(({ helpAt }) => (live ? setPage(helpAt(pathname)) : undefined));
    return () => {
      live = false;
    };
  }, [pathname]);
  return (
    <SheetDialog open onClose={onClose} title={page ? `Help: ${page.title}` : 'Keys'}>
      {page ? (
        <>
          <p className="text-base">{page.what}</p>
          <h3 className="mt-3 text-sm font-bold">What to do next</h3>
          <ul className="list-disc pl-5">
            {page.next.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ul>
          {page.words.length > 0 ? (
            <>
              <h3 className="mt-3 text-sm font-bold">Words</h3>
              <dl>
                {page.words.map(([word, meaning]) => (
                  <div key={word} className="grid grid-cols-[9rem_1fr] gap-3 border-b border-rule-2 py-1">
                    <dt className="font-semibold">{word}</dt>
                    <dd>{meaning}</dd>
                  </div>
                ))}
              </dl>
            </>
          ) : null}
          <h3 className="mt-3 text-sm font-bold">Keys</h3>
        </>
      ) : null}
      <dl>
        {keys.map(([key, text]) => (
          <div key={key} className="grid grid-cols-[9rem_1fr] gap-3 border-b border-rule-2 py-1.5">
            <dt className="font-mono text-[0.82rem]">{key}</dt>
            <dd>{text}</dd>
          </div>
        ))}
      </dl>
    </SheetDialog>
  );
}
