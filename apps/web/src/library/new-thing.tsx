import { useState, type ReactElement } from 'react';
import { useNavigate } from 'react-router';
import type { LibraryView } from '@kanzel/contract';
import { FAMILIES, FAMILY_IDS, type Family } from '@kanzel/core';
import { Button } from '../ui/button.tsx';
import { Problem } from '../ui/field.tsx';
import { LineField, Picker } from '../ui/picker.tsx';
import { SheetDialog } from '../ui/sheet-dialog.tsx';

export type NewKind = 'aircraft' | 'limit-book' | 'instrument';

const slug = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 50);

const TITLES: Readonly<Record<NewKind, string>> = {
  aircraft: 'Describe an aircraft',
  'limit-book': 'Begin a limit book',
  instrument: 'Enter an instrument',
};

/** Asks for what something new of the library begins with, and opens its page. */
export function NewThing({
  kind,
  library,
  onClose,
}: {
  kind: NewKind | undefined;
  library: LibraryView;
  onClose: () => void;
}): ReactElement {
  const navigate = useNavigate();
  const [name, setName] = useState('');
  const [family, setFamily] = useState<Family>('piston-single');
  const mark = name.trim().toUpperCase();
  const id = kind === 'aircraft' ? mark : slug(name);
  const taken =
    kind === 'aircraft'
      ? library.aircraft.some((a) => a.id === id)
      : kind === 'limit-book'
        ? library.limitBooks.some((b) => b.id === id)
        : library.instruments.some((i) => i.id === id);
  const fits = kind === 'aircraft' ? /^[A-Z0-9][A-Z0-9-]{1,11}$/.test(mark) : id !== '';
  const begin = (): void => {
    const pack = library.packs.find((p) => p.families.includes(family))?.id ?? library.packs[0]?.id ?? '';
    void navigate(`/library/${kind ?? ''}/${id}`, {
      state:
        kind === 'aircraft'
          ? { family, pack, limitBook: library.limitBooks[0]?.id ?? '' }
          : { title: name.trim() },
    });
  };
  return (
    <SheetDialog open={kind !== undefined} onClose={onClose} title={TITLES[kind ?? 'aircraft']}>
      <LineField
        label={
          kind === 'aircraft'
            ? 'Mark'
            : kind === 'limit-book'
              ? 'Title, as “Tjeld NL-6 limit book”'
              : 'Name, as on the tool'
        }
        value={name}
        onChange={setName}
      />
      {kind === 'aircraft' ? (
        <Picker
          className="mt-3"
          label="Family: the drawing and the list of parts begin from it"
          value={family}
          options={FAMILY_IDS.map((f) => ({ id: f, text: FAMILIES[f] }))}
          onChange={(f) => setFamily(f as Family)}
        />
      ) : null}
      <Problem>
        {taken
          ? `${id} is in the library already. Open it there.`
          : name !== '' && !fits
            ? 'A mark is made of two to twelve letters, digits and dashes.'
            : undefined}
      </Problem>
      <div className="mt-4">
        <Button kind="main" disabled={!fits || taken} onClick={begin}>
          Begin
        </Button>
      </div>
    </SheetDialog>
  );
}
