import type { Content } from 'pdfmake/interfaces.js';
import { ownMember } from '@kanzel/core';

/** Signs of our sentences that the fonts of the print have no letter for, and what stands for them on paper. */
const INSTEAD: Readonly<Record<string, string>> = {
  // Between thousands: an ordinary space that does not break.
  '\u202f': '\u00a0',
  '\u2009': '\u00a0',
  Ω: 'ohm',
};
const SIGNS = new RegExp(`[${Object.keys(INSTEAD).join('')}]`, 'g');

/** A text with every sign that the fonts have no letter for written otherwise. Example: "10 mΩ" is "10 mohm". */
export function printableText(text: string): string {
  return text.replace(SIGNS, (sign) => ownMember(INSTEAD, sign) ?? sign);
}

/** The same for everything written in a content, drawings included; what is not text stays as it is. */
export function printable<T extends Content | Content[]>(content: T): T {
  const walk = (value: unknown): unknown => {
    if (typeof value === 'string') return printableText(value);
    if (Array.isArray(value)) return value.map(walk);
    if (typeof value !== 'object' || value === null || Object.getPrototypeOf(value) !== Object.prototype)
      return value;
    return Object.fromEntries(Object.entries(value).map(([key, own]) => [key, walk(own)]));
  };
  return walk(content) as T;
}

/** A block as the layout takes it, where a list of blocks could not tell by itself what it is of. */
export const block = (content: Content): Content => content;
