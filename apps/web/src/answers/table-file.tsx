import { useId, type ChangeEvent, type ReactElement } from 'react';

/** Larger files are no such tables, unless somebody says so. */
const MOST_BYTES = 1_000_000;

/** Chooses a table, and hands on its text; one that is too large is read as empty. */
export function TableFile({
  words,
  accept = '.csv,text/csv',
  most = MOST_BYTES,
  onText,
  onBytes,
}: {
  words: string;
  accept?: string;
  most?: number;
  onText: (name: string, text: string) => void;
  /** Takes a file that is no text, told by a byte that no text holds: nothing, or the beginning of a frame. */
  onBytes?: (name: string, bytes: Uint8Array) => void;
}): ReactElement {
  const id = useId();
  const read = async (event: ChangeEvent<HTMLInputElement>): Promise<void> => {
    const { target } = event;
    const [file] = target.files ?? [];
    if (file) {
      const bytes = file.size > most ? new Uint8Array() : new Uint8Array(await file.arrayBuffer());
      if (onBytes && bytes.some((b) => b === 0 || b === 0xfd)) onBytes(file.name, bytes);
      else onText(file.name, new TextDecoder().decode(bytes));
    }
    // The same file can be chosen again when it has been changed.
    target.value = '';
  };
  return (
    <label
      htmlFor={id}
      className="inline-flex min-h-11 cursor-pointer items-center rounded-[3px] border-[1.5px] border-ink px-4 font-semibold has-focus-visible:outline-2 has-focus-visible:outline-offset-2 has-focus-visible:outline-hand max-lg:min-h-14"
    >
      {words}
      <input id={id} type="file" accept={accept} className="sr-only" onChange={(e) => void read(e)} />
    </label>
  );
}
