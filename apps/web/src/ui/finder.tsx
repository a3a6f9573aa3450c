import { Command } from 'cmdk';
import { useLayoutEffect, useMemo, useState, type ReactElement } from 'react';
import { fits } from '@kanzel/core';
import { forgetTyped, typedSoFar } from './finder-opening.tsx';
import { SheetDialog } from './sheet-dialog.tsx';

/** Something that can be found: by its title first, then by what else is said of it. */
export interface Findable {
  readonly id: string;
  readonly title: string;
  readonly more?: readonly string[];
  /** Beside the title: where it is, how far it has come. */
  readonly beside?: string;
  readonly run: () => void;
}

/** Finds something, or does it, by typing. */
export function Finder({
  things,
  hint,
  onClose,
}: {
  things: readonly Findable[];
  hint: string;
  onClose: () => void;
}): ReactElement {
  const [typed, setTyped] = useState(typedSoFar);
  useLayoutEffect(() => {
    // A last key may have come between the first painting in mind and this one on the screen.
    setTyped(typedSoFar());
    forgetTyped();
  }, []);
  // In the order of how well they fit; things that fit alike stay in the order they came in, also when more of them come later.
  const offered = useMemo(
    () =>
      things
        .map((thing) => ({ thing, fit: fits(typed, thing.title, thing.more) }))
        .filter(({ fit }) => fit > 0)
        .sort((a, b) => b.fit - a.fit)
        .map(({ thing }) => thing),
    [things, typed],
  );
  return (
    <SheetDialog open onClose={onClose} title="Find or do">
      <Command label="Find or do" shouldFilter={false}>
        <Command.Input
          autoFocus
          placeholder={hint}
          value={typed}
          onValueChange={setTyped}
          className="w-full border-0 border-b-2 border-ink bg-transparent px-1 py-2 text-base outline-none focus:border-hand"
        />
        <Command.List className="mt-2 max-h-[50vh] overflow-auto">
          <Command.Empty className="py-4 text-ink-2">Nothing fits. Try another word.</Command.Empty>
          {offered.map(({ id, title, beside, run }) => (
            <Command.Item
              key={id}
              value={id}
              className="flex min-h-10 max-lg:min-h-14 cursor-pointer items-center gap-3 border-b border-rule-2 px-2 data-[selected=true]:bg-ink data-[selected=true]:text-sheet"
              onSelect={() => {
                onClose();
                run();
              }}
            >
              {title}
              {beside ? <span className="ml-auto text-[0.78rem] opacity-80">{beside}</span> : null}
            </Command.Item>
          ))}
        </Command.List>
      </Command>
    </SheetDialog>
  );
}
