import type { CampaignStatus } from './derive.ts';
import type { PartStatus } from './status.ts';

/**
 * What a certifying person reads first: every part that is near, whatever makes it so, then those whose margin is the
 * smallest share of what is allowed, `least` in all where there are so many.
 * Example: a certificate that ends within the campaign is near, has no margin, and stands among the first.
 */
export function closestToALimit(status: CampaignStatus, least: number): readonly PartStatus[] {
  const share = (p: PartStatus): number => p.verdicts[0]?.margin?.share ?? Infinity;
  const all = [...status.parts.values()].filter((p) => !p.outside);
  const near = all.filter((p) => p.mark === 'near').sort((a, b) => share(a) - share(b));
  const others = all
    .filter((p) => p.mark !== 'near' && Number.isFinite(share(p)))
    .sort((a, b) => share(a) - share(b));
  return [...near, ...others.slice(0, Math.max(0, least - near.length))];
}
