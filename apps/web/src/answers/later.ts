import { lazy, type ComponentType, type ReactNode } from 'react';

/** Something seen. What is long to load has `fetch`: it is loaded when it is looked at, or before by whoever knows that it will be. */
export type Seen<P> = ((props: P) => ReactNode) & { readonly fetch?: () => Promise<unknown> };

/** Puts loading off. The browser keeps what was loaded, so that what was fetched at the hangar opens in the field. */
export function later<P>(load: () => Promise<ComponentType<P>>): Seen<P> {
  return Object.assign(
    lazy(async () => ({ default: await load() })),
    { fetch: load },
  );
}
