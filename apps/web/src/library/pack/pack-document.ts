import { withCheckDefaults, type Check, type Pack } from '@kanzel/core';

/** A pack as its file says it: usual members of checks may be missing. */
export type PackDocument = Omit<Pack, 'checks'> & {
  readonly format: 'kanzel-pack';
  readonly version: 2;
  readonly checks: readonly Partial<Check>[];
};

/** The pack a document means. */
export function packOf(document: PackDocument): Pack {
  const { format: _format, version: _version, checks, ...rest } = document;
  return { ...rest, checks: checks.map(withCheckDefaults) };
}

/** A pack put back into its document. */
export function documentWith(document: PackDocument, pack: Pack): PackDocument {
  return { ...document, ...pack };
}

/**
 * A check as it begins: something to confirm, with the words still to be written. It proves what the check before it
 * proves, so that work on that brings it back as well.
 */
export function freshCheck(
  id: string,
  title: string,
  like: Check | undefined,
  station: Check['station'],
): Check {
  return withCheckDefaults({
    id,
    module: like?.module ?? 'own',
    station,
    title,
    challenge: `${title}?`,
    response: 'As it should be',
    why: 'To be written.',
    where: like?.where ?? 'aircraft',
    who: like?.who ?? 'technician',
    answer: { kind: 'confirm' },
    needs: like?.needs ?? {},
    // It is done once for the aircraft: on all engines, where the one before it is done on each.
    proves: like?.proves.map((p) => p.replaceAll('{engine}', '*')) ?? [],
    minutes: 2,
  });
}
