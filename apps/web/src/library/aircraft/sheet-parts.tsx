import type { ReactElement, ReactNode } from 'react';
import type { AircraftDocument } from './aircraft-document.ts';

/** Puts the next document in place; changes about one thing in a row are one step back. */
export type Change = (next: AircraftDocument, about?: string) => void;

/** Systems as people list them: with commas, semicolons or spaces between. */
export const systems = (text: string): string[] =>
  text
    .split(/[;,\s]+/)
    .map((t) => t.trim())
    .filter((t) => t !== '');

/** A heading of the sheet with what can be done under it. */
export const Heading = ({ children, aside }: { children: ReactNode; aside?: ReactNode }): ReactElement => (
  <h2 className="mt-5 flex items-center gap-3 border-b-2 border-ink pb-1 font-semibold">
    {children}
    <span className="ml-auto font-normal">{aside}</span>
  </h2>
);
