import { useEffect, useRef, type ReactElement, type ReactNode, type RefObject } from 'react';
import { useLocation } from 'react-router';

/** Another sheet is read from its top, wherever one was on the one before; a step of the same sheet moves nothing. */
function useFromTheTop(): RefObject<HTMLElement | null> {
  const sheet = useRef<HTMLElement>(null);
  const { pathname } = useLocation();
  useEffect(() => {
    for (const scrolled of [
      sheet.current,
      sheet.current?.parentElement,
      sheet.current?.closest('[data-frame]'),
    ])
      if (scrolled) scrolled.scrollTop = 0;
  }, [pathname]);
  return sheet;
}

/** The page of a campaign: plate, spine, sheet, margin, foot. On a tablet or phone the spine lies on its side and the margin comes below the sheet. */
export function Frame({
  plate,
  spine,
  sheet,
  margin,
  foot,
}: {
  plate: ReactNode;
  spine?: ReactNode;
  sheet: ReactNode;
  margin?: ReactNode;
  foot: ReactNode;
}): ReactElement {
  const columns = spine ? 'lg:grid-cols-[196px_minmax(0,1fr)_276px]' : 'lg:grid-cols-[minmax(0,1fr)_276px]';
  const areas = spine
    ? `lg:[grid-template-areas:'plate_plate_plate'_'spine_sheet_margin'_'foot_foot_foot'] [grid-template-areas:'plate'_'spine'_'sheet'_'foot'] grid-rows-[52px_64px_minmax(0,1fr)_56px] lg:grid-rows-[52px_minmax(0,1fr)_34px]`
    : `lg:[grid-template-areas:'plate_plate'_'sheet_margin'_'foot_foot'] [grid-template-areas:'plate'_'sheet'_'foot'] grid-rows-[52px_minmax(0,1fr)_56px] lg:grid-rows-[52px_minmax(0,1fr)_34px]`;
  const top = useFromTheTop();
  return (
    <div data-frame className={`grid h-dvh grid-cols-[minmax(0,1fr)] ${columns} ${areas}`}>
      {plate}
      {spine}
      {/* Each holds what is laid over it: else what only a reader of the screen sees would make the page longer than the screen. */}
      <div className="relative [grid-area:sheet] min-h-0 overflow-auto border-l border-rule bg-sheet lg:contents">
        <main
          ref={top}
          className="relative bg-sheet lg:[grid-area:sheet] lg:min-h-0 lg:overflow-auto lg:border-l lg:border-rule"
          id="sheet"
        >
          {sheet}
        </main>
        {margin ? (
          <aside
            aria-label="Margin"
            className="relative flex flex-col gap-4 border-rule bg-margin px-4 py-3.5 max-lg:border-t lg:[grid-area:margin] lg:min-h-0 lg:overflow-auto lg:border-l"
          >
            {margin}
          </aside>
        ) : null}
      </div>
      {foot}
    </div>
  );
}

/** A heading and what belongs under it, as pencilled in the margin. */
export function MarginNote({ title, children }: { title: string; children: ReactNode }): ReactElement {
  return (
    <section>
      <h2 className="mb-1 text-[0.82rem] font-bold">{title}</h2>
      {children}
    </section>
  );
}
