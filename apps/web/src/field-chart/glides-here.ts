import {
  glided,
  sheetFigures,
  sheetRoom,
  standingAnswer,
  type BasisIndex,
  type CampaignState,
} from '@kanzel/core';

const KNOT = 1852 / 3600;

/** How this aircraft glides by what was flown in this campaign; undefined where nobody has glided it at several speeds. */
export function glidesHere(
  state: CampaignState,
  index: BasisIndex,
): { readonly speed: number; readonly ratio: number } | undefined {
  for (const { key, check } of index.parts.values()) {
    const spec = check.answer;
    const answer = standingAnswer(state.parts.get(key))?.answer;
    if (spec.kind !== 'worksheet' || spec.sheet !== 'glide' || answer?.kind !== 'worksheet') continue;
    const figures = sheetFigures(sheetRoom(spec, index, answer), answer);
    const worked = figures.ok ? glided(figures.value) : figures;
    if (worked.ok && worked.value.enclosed) {
      const { speed, ratio } = worked.value.polar.best;
      return { speed: speed / KNOT, ratio };
    }
  }
  return undefined;
}
