import type { Instrument } from '../limits/types.ts';
import type { FittedItem, LoadingData } from './loading-data.ts';
import type { Layout, PROPULSOR_KINDS } from './types.ts';

export interface Engine {
  readonly id: string;
  readonly title: string;
  readonly cylinders: number;
  /** What it is; absent in campaigns from before it was kept. */
  readonly kind?: (typeof PROPULSOR_KINDS)[number];
}

/** What a campaign has to know of the aircraft. */
export interface Aircraft {
  readonly mark: string;
  readonly type: string;
  readonly description: string;
  readonly family: string;
  readonly serial: string;
  readonly engines: readonly Engine[];
  readonly configuration: {
    readonly code: string;
    readonly title: string;
    /** Systems that changing to or from this configuration touches. */
    readonly touches?: readonly string[];
  };
  /** What is fitted, with its numbers; absent in campaigns from before it was kept. */
  readonly equipment?: readonly FittedItem[];
  /** What it is made of, for its drawing and the walk round it; absent in campaigns from before it was kept. */
  readonly layout?: Layout;
  /** What its loading is reckoned by; absent where nobody described it. */
  readonly loading?: LoadingData;
  readonly hours: number;
  readonly limitBook: string;
  readonly pack: string;
  /** The gauges on the panel and what else reads its channels. */
  readonly instruments: readonly Instrument[];
}
