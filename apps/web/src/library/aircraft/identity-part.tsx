import type { ReactElement } from 'react';
import type { LibraryView } from '@kanzel/contract';
import { FAMILIES, FAMILY_IDS, layoutFor } from '@kanzel/core';
import { LineField, Picker } from '../../ui/picker.tsx';
import type { AircraftDocument } from './aircraft-document.ts';
import type { Change } from './sheet-parts.tsx';

/** Who it is, and what it is held against. */
export function Identity({
  about,
  change,
  library,
}: {
  about: AircraftDocument;
  change: Change;
  library?: LibraryView;
}): ReactElement {
  const line = (label: string, name: 'type' | 'description' | 'serial'): ReactElement => (
    <LineField label={label} value={about[name]} onChange={(v) => change({ ...about, [name]: v }, name)} />
  );
  return (
    <div className="grid grid-cols-3 gap-x-4 gap-y-2 max-md:grid-cols-2">
      {line('Type', 'type')}
      {line('What it is', 'description')}
      {line('Serial number', 'serial')}
      <Picker
        label="Family"
        value={about.family}
        options={FAMILY_IDS.map((f) => ({ id: f, text: FAMILIES[f] }))}
        onChange={(family) => change({ ...about, family, layout: layoutFor(family) }, 'family')}
      />
      <Picker
        label="Check pack"
        value={about.pack}
        options={(library?.packs ?? []).map((p) => ({ id: p.id, text: p.title }))}
        onChange={(pack) => change({ ...about, pack }, 'pack')}
      />
      <Picker
        label="Limit book"
        value={about.limitBook}
        options={[
          ...(library?.limitBooks ?? []).map((b) => ({ id: b.id, text: b.title })),
          ...(library?.drafts ?? []).flatMap((d) =>
            d.format === 'kanzel-limit-book' && !library?.limitBooks.some((b) => b.id === d.id)
              ? [{ id: d.id, text: `${d.title}, not published yet` }]
              : [],
          ),
        ]}
        onChange={(limitBook) => change({ ...about, limitBook }, 'book')}
      />
    </div>
  );
}
