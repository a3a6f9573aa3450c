import { useId, useState, type ReactElement } from 'react';
import { useCampaign } from '../../station/campaign-context.ts';
import type { EntryProps } from '../answer-view.ts';
import { changeDraft, draftOf, useDrafts } from '../drafts.ts';
import { PreviewVerdicts } from '../preview-verdicts.tsx';
import { Problem } from '../../ui/field.tsx';
import { readCode } from '../../papers/read-code.ts';

/** The data plate and the label: typed, by a scanner that types, or out of a picture of the code. */
export function PlateEntry({ part }: EntryProps<'plate'>): ReactElement {
  const view = useCampaign();
  const id = useId();
  const drafts = useDrafts((s) => s.drafts);
  const [problem, setProblem] = useState<string>();
  const draft = draftOf(drafts, view.id, part.key);
  const { aircraft } = view.index.basis;
  const put = (text: string, how: 'typed' | 'scanned'): void =>
    changeDraft(view.id, part.key, {
      texts: { ...draft.texts, plate: text },
      picks: { ...draft.picks, how },
    });
  const scan = async (file: File): Promise<void> => {
    setProblem(undefined);
    const read = await readCode(file);
    if (read === undefined)
      setProblem(
        'No code was found in that picture. Come closer, straight on, without glare; or type what it says.',
      );
    else put(read, 'scanned');
  };
  return (
    <div className="max-w-2xl">
      <p className="cap">
        This campaign is for {aircraft.mark}, serial {aircraft.serial}, configuration{' '}
        {aircraft.configuration.code}.
      </p>
      <input
        aria-label="What the plate and the label say"
        autoComplete="off"
        autoCapitalize="characters"
        placeholder="serial and configuration"
        value={draft.texts?.['plate'] ?? ''}
        onChange={(e) => put(e.target.value, 'typed')}
        className="w-full border-0 border-b-[3px] border-hand bg-transparent py-1 font-mono text-2xl font-bold uppercase outline-none placeholder:text-base placeholder:font-normal placeholder:text-ink-3 placeholder:normal-case"
      />
      <label
        htmlFor={id}
        className="mt-2 inline-flex min-h-9 max-lg:min-h-14 cursor-pointer items-center border-b-[1.5px] border-dashed border-ink text-sm font-semibold focus-within:outline-2 focus-within:outline-hand"
      >
        Read the code from a picture
        <input
          id={id}
          type="file"
          accept="image/*"
          capture="environment"
          className="sr-only"
          onChange={(e) => {
            const [file] = e.target.files ?? [];
            if (file) void scan(file);
            e.target.value = '';
          }}
        />
      </label>
      <Problem>{problem}</Problem>
      <PreviewVerdicts part={part} draft={draft} />
    </div>
  );
}
