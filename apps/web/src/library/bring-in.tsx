import { useId, useState, type ChangeEvent, type ReactElement } from 'react';
import type { LibraryView } from '@kanzel/contract';
import { api } from '../api/client.ts';

/** Brings in a file of the library; a refused one is named line by line, and changes nothing. */
export function BringIn({ onBrought }: { onBrought: (view: LibraryView) => void }): ReactElement {
  const id = useId();
  const [problems, setProblems] = useState<readonly string[]>([]);
  const [done, setDone] = useState<string>();
  const read = async (event: ChangeEvent<HTMLInputElement>): Promise<void> => {
    const file = event.target.files?.[0];
    event.target.value = '';
    if (!file) return;
    const answer = await api.post<LibraryView>('/api/library', { name: file.name, text: await file.text() });
    setDone(answer.ok ? file.name : undefined);
    if (answer.ok) onBrought(answer.value);
    setProblems(
      answer.ok
        ? []
        : answer.error.kind === 'refused'
          ? [answer.error.refusal.message, ...(answer.error.refusal.details ?? [])]
          : ['The server cannot be reached; nothing was brought in.'],
    );
  };
  return (
    <div>
      <label
        htmlFor={id}
        className="inline-flex min-h-11 cursor-pointer items-center rounded-[3px] border-[1.5px] border-hand bg-hand px-4 font-semibold text-on-hand has-focus-visible:outline-2"
      >
        Bring in a file
        <input
          id={id}
          type="file"
          accept=".yaml,.yml,.json"
          className="sr-only"
          onChange={(e) => void read(e)}
        />
      </label>
      {done ? (
        <p role="status" className="mt-2 font-medium text-within">
          {done} was brought in.
        </p>
      ) : null}
      {problems.length > 0 ? (
        <ul role="alert" className="mt-3 border-l-4 border-out bg-out-bg px-3 py-2 text-out">
          {problems.map((p) => (
            <li key={p} className="break-words">
              {p}
            </li>
          ))}
        </ul>
      ) : null}
    </div>
  );
}
