import {
  solveBallast,
  solveFuel,
  solvePack,
  solvePayload,
  solvePlace,
  type LoadingData,
  type LoadingSheet,
  type Solution,
  type Target,
} from '@kanzel/core';

/** What is looked for. */
export type Search =
  | { readonly kind: 'ballast'; readonly target: Target }
  | { readonly kind: 'place'; readonly target: Target }
  | { readonly kind: 'payload'; readonly mass: number }
  | { readonly kind: 'fuel'; readonly total: number }
  | { readonly kind: 'pack'; readonly need: number };

export interface SolverOrder {
  readonly data: LoadingData;
  readonly sheet: LoadingSheet;
  readonly search: Search;
}

function solve({ data, sheet, search }: SolverOrder): readonly Solution[] {
  switch (search.kind) {
    case 'ballast':
      return solveBallast(data, sheet, search.target);
    case 'place':
      return solvePlace(data, sheet, search.target);
    case 'payload':
      return solvePayload(data, sheet, search.mass);
    case 'fuel':
      return solveFuel(data, sheet, search.total);
    case 'pack':
      return solvePack(data, sheet, search.need);
  }
}

/** Looks for loadings away from the page. */
addEventListener('message', (event: MessageEvent<SolverOrder>) => postMessage(solve(event.data)));
