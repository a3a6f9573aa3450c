import { useEffect, useState, type ReactElement } from 'react';
import type { LibraryView } from '@kanzel/contract';
import { api } from '../api/client.ts';
import { Problem } from '../ui/field.tsx';
import { dayInWords } from '../ui/when.ts';
import { Button } from '../ui/button.tsx';

/** The aircraft of an invented airfield that ship beside the pages, as library files. */
interface Invented {
  /** The day of the build: certificates in the files are counted from it. */
  readonly day: string;
  readonly aircraft: readonly {
    readonly file: string;
    readonly mark: string;
    readonly type: string;
    readonly description: string;
  }[];
}

const FOLDER = '/invented';

async function fetched(path: string): Promise<Response | undefined> {
  try {
    const response = await fetch(`${FOLDER}/${path}`);
    return response.ok ? response : undefined;
  } catch {
    // No more is known of it than that it did not come; that is what is said.
    return undefined;
  }
}

/** Offers the aircraft that ship to look around with; bringing one in is the same as bringing in a file of one's own. */
export function InventedAircraft({ onBrought }: { onBrought: () => void }): ReactElement {
  const [list, setList] = useState<Invented>();
  const [problem, setProblem] = useState<string>();
  useEffect(() => {
    void fetched('list.json').then(async (response) => {
      if (response) setList((await response.json()) as Invented);
      else setProblem('The list of invented aircraft cannot be reached.');
    });
  }, []);
  const bring = async (file: string): Promise<void> => {
    const response = await fetched(file);
    if (!response) return setProblem('The file cannot be reached; nothing was brought in.');
    const brought = await api.post<LibraryView>('/api/library', { name: file, text: await response.text() });
    if (brought.ok) return onBrought();
    setProblem(
      brought.error.kind === 'refused'
        ? [brought.error.refusal.message, ...(brought.error.refusal.details ?? [])].join(' ')
        : 'The server cannot be reached; nothing was brought in.',
    );
  };
  return (
    <>
      <p className="text-ink-2">
        Aircraft of an invented airfield, with their gauges and limit books; no figure of theirs is one of a
        real aircraft.
        {list ? ` Their certificates are those of ${dayInWords(list.day)}.` : ''}
      </p>
      <Problem>{problem}</Problem>
      <ul className="mt-2 divide-y divide-rule-2 border-y border-rule-2">
        {(list?.aircraft ?? []).map((a) => (
          <li key={a.file} className="flex items-center justify-between gap-x-4 py-1.5">
            <span className="min-w-0">
              <b className="font-mono">{a.mark}</b> {a.type}, {a.description}
            </span>
            <Button onClick={() => void bring(a.file)}>Bring in {a.mark}</Button>
          </li>
        ))}
      </ul>
    </>
  );
}
