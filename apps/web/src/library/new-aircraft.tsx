import { useState, type ReactElement } from 'react';
import { useNavigate } from 'react-router';
import type { DraftView, LibraryView } from '@kanzel/contract';
import {
  engineCounts,
  FAMILIES,
  FAMILY_IDS,
  fittingPacks,
  layoutFor,
  layoutWith,
  type Family,
} from '@kanzel/core';
import { api, sayFailure, type RequestFailure } from '../api/client.ts';
import { Button } from '../ui/button.tsx';
import { Choices, Problem } from '../ui/field.tsx';
import { FigureField } from '../ui/figure-field.tsx';
import { LineField, Picker } from '../ui/picker.tsx';
import { SheetDialog } from '../ui/sheet-dialog.tsx';
import { freshAircraft } from './aircraft/aircraft-document.ts';
import { emptyBook } from './limits/limit-edit.ts';
import { slug } from './slug.ts';

/** What somebody has begun for this mark already is gone on with. */
const begunBefore = (error: RequestFailure): boolean => error.kind === 'refused' && error.status === 409;

/** Begins the drafts of an aircraft and, where none was chosen, of its limit book; what failed, in words. */
async function beginAircraft(
  mark: string,
  about: {
    readonly family: Family;
    readonly type: string;
    readonly layout: ReturnType<typeof layoutWith>;
    readonly pack: string;
    /** Empty: a new one. */
    readonly limitBook: string;
  },
): Promise<string | undefined> {
  const limitBook = about.limitBook || `${slug(mark)}-limits`;
  if (about.limitBook === '') {
    const document = emptyBook(limitBook, `${mark} limit book`, about.pack);
    const put = await api.put<DraftView>(`/api/library/drafts/limit-book/${limitBook}`, {
      version: 0,
      document,
    });
    if (!put.ok && !begunBefore(put.error)) return sayFailure(put.error);
  }
  const document = freshAircraft(mark, {
    ...about,
    limitBook,
    type: about.type.trim() || 'Type not named',
  });
  const put = await api.put<DraftView>(`/api/library/drafts/aircraft/${mark}`, { version: 0, document });
  return put.ok || begunBefore(put.error) ? undefined : sayFailure(put.error);
}

/** The check packs that serve it, the best first, and the book of limits it is held against. */
function PackAndBook({
  library,
  packs,
  pack,
  onPack,
  book,
  onBook,
}: {
  library: LibraryView;
  packs: LibraryView['packs'];
  pack: string | undefined;
  onPack: (id: string) => void;
  book: string;
  onBook: (id: string) => void;
}): ReactElement {
  return (
    <div className="mt-3 grid gap-3">
      <Picker
        label={
          packs.length > 1
            ? 'Check pack: the first fits best, the others fit as well'
            : 'Check pack that fits'
        }
        value={pack ?? ''}
        options={packs.map((p) => ({ id: p.id, text: `${p.title}, ${p.checks} checks` }))}
        onChange={onPack}
      />
      <Picker
        label="Limit book: every figure that this aircraft is held against"
        value={book}
        options={[
          { id: '', text: 'A new one, with every limit this pack asks for and no figures yet' },
          ...library.limitBooks.map((b) => ({ id: b.id, text: b.title })),
        ]}
        onChange={onBook}
      />
    </div>
  );
}

/** Asks what an aircraft is, proposes the check pack that fits it, and begins a limit book of its own. */
export function NewAircraft({
  open,
  library,
  onClose,
}: {
  open: boolean;
  library: LibraryView;
  onClose: () => void;
}): ReactElement {
  const navigate = useNavigate();
  const [name, setName] = useState('');
  const [type, setType] = useState('');
  const [family, setFamily] = useState<Family>('piston-single');
  const [engines, setEngines] = useState<number>();
  const [cylinders, setCylinders] = useState<number>();
  const [chosen, setChosen] = useState<string>();
  const [book, setBook] = useState('');
  const [problem, setProblem] = useState<string>();
  const mark = name.trim().toUpperCase();
  const taken = library.aircraft.some((a) => a.id === mark);
  const fits = /^[A-Z0-9][A-Z0-9-]{1,11}$/.test(mark);
  const packs = fittingPacks(library.packs, family);
  const pack = packs.find((p) => p.id === chosen) ?? packs[0];
  const counts = engineCounts(family);
  const piston = layoutFor(family).propulsors.find((p) => p.kind === 'piston');
  const begin = async (): Promise<void> => {
    if (!pack) return;
    const layout = layoutWith(family, {
      ...(engines === undefined ? {} : { engines }),
      ...(cylinders === undefined ? {} : { cylinders }),
    });
    const failed = await beginAircraft(mark, { family, type, layout, pack: pack.id, limitBook: book });
    if (failed) return setProblem(failed);
    await navigate(`/library/aircraft/${mark}`);
  };
  return (
    <SheetDialog open={open} onClose={onClose} title="Describe an aircraft">
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (fits && !taken && pack) void begin();
        }}
      >
        <div className="grid grid-cols-2 gap-x-4 gap-y-3 max-md:grid-cols-1">
          <LineField label="Mark, as on the aircraft" value={name} onChange={setName} />
          <LineField label="Type, as on the data plate" value={type} onChange={setType} />
          <Picker
            label="What it is"
            value={family}
            options={FAMILY_IDS.map((f) => ({ id: f, text: FAMILIES[f] }))}
            onChange={(f) => {
              setFamily(f);
              setChosen(undefined);
              setEngines(undefined);
              setCylinders(undefined);
            }}
          />
          {piston ? (
            <FigureField
              label="Cylinders of each engine"
              value={cylinders ?? piston.cylinders}
              onChange={setCylinders}
            />
          ) : null}
        </div>
        {counts.length > 1 ? (
          <div className="mt-3">
            <Choices
              label="Engines or motors"
              value={String(engines ?? layoutFor(family).propulsors.length)}
              options={counts.map((n) => ({ id: String(n), text: String(n) }))}
              onChange={(n) => setEngines(Number(n))}
            />
          </div>
        ) : null}
        <PackAndBook
          library={library}
          packs={packs}
          pack={pack?.id}
          onPack={setChosen}
          book={book}
          onBook={setBook}
        />
        <Problem>
          {taken
            ? `${mark} is in the library already. Open it there.`
            : name !== '' && !fits
              ? 'A mark is made of two to twelve letters, digits and dashes.'
              : !pack
                ? 'No check pack here serves this family. Bring one in, or write one from the modules.'
                : problem}
        </Problem>
        <div className="mt-4">
          <Button kind="main" type="submit" disabled={!fits || taken || !pack}>
            Begin
          </Button>
        </div>
      </form>
    </SheetDialog>
  );
}
