import type { AircraftDocument } from '../aircraft-document.ts';

type When = Readonly<Record<string, string>>;

/** The choices of configuration on which something may depend, to pick one from. */
export function whenOptions(about: AircraftDocument): { readonly id: string; readonly text: string }[] {
  return about.options.flatMap((o) =>
    o.choices.map((c) => ({ id: `${o.id}=${c.id}`, text: `only with ${c.title}` })),
  );
}

/** A condition as one word of that list; empty where there is none. */
export function whenId(when: When | undefined): string {
  const [first] = Object.entries(when ?? {});
  return first ? `${first[0]}=${first[1]}` : '';
}

/** The condition that a word of that list stands for. */
export function whenOf(id: string): When {
  const [option = '', choice = ''] = id.split('=');
  return { [option]: choice };
}
