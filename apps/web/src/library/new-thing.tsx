import { useState, type ReactElement } from 'react';
import { useNavigate } from 'react-router';
import type { LibraryView } from '@kanzel/contract';
import { Button } from '../ui/button.tsx';
import { Problem } from '../ui/field.tsx';
import { LineField } from '../ui/picker.tsx';
import { SheetDialog } from '../ui/sheet-dialog.tsx';
import { slug } from './slug.ts';

export type NewKind = 'limit-book' | 'instrument';

const TITLES: Readonly<Record<NewKind, string>> = {
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
  const id = slug(name);
  const taken =
    kind === 'limit-book'
      ? library.limitBooks.some((b) => b.id === id)
      : library.instruments.some((i) => i.id === id);
  const begin = (): void => {
    void navigate(`/library/${kind ?? ''}/${id}`, { state: { title: name.trim() } });
  };
  return (
    <SheetDialog open={kind !== undefined} onClose={onClose} title={TITLES[kind ?? 'limit-book']}>
      <LineField
        label={kind === 'limit-book' ? 'Title, as “Tjeld NL-6 limit book”' : 'Name, as on the tool'}
        value={name}
        onChange={setName}
      />
      <Problem>{taken ? `${id} is in the library already. Open it there.` : undefined}</Problem>
      <div className="mt-4">
        <Button kind="main" disabled={id === '' || taken} onClick={begin}>
          Begin
        </Button>
      </div>
    </SheetDialog>
  );
}
