import type { BasisIndex } from '../checks/basis-index.ts';
import { occasionOf, proposeScope } from '../scope/scope.ts';
import type { Entry } from '../record/entry.ts';
import type { CampaignState } from '../record/state.ts';
import type { Draft } from './next-state.ts';

/** What the scope of a campaign says of each part, by the basis it has now. */
export function scopeItems(
  draft: Draft,
  index: BasisIndex,
  body: Entry<'scope.settled'>['body'],
): NonNullable<CampaignState['scope']>['items'] {
  return proposeScope(index, occasionOf(draft.state.opened?.occasion), body);
}
