import type { Reading, Series } from '../limits/types.ts';
import type { LoadingSheet, Weighing } from '../loading/types.ts';
import type { PaperDocument, Photo, SeenEquipment, SignedItem, TrailStretch } from '../papers/types.ts';

/** What was measured or seen on one subject of a check. */
export type PartAnswer =
  | { readonly kind: 'reading'; readonly reading: Reading }
  | { readonly kind: 'drop'; readonly before: Reading; readonly after: Reading }
  | { readonly kind: 'count'; readonly count: number }
  | { readonly kind: 'photo'; readonly photos: readonly Photo[] }
  | { readonly kind: 'cylinders'; readonly readings: Readonly<Record<string, Reading>> }
  | { readonly kind: 'series'; readonly series: Series }
  | { readonly kind: 'choice'; readonly option: string }
  | { readonly kind: 'confirm'; readonly asExpected: boolean; readonly note?: string }
  | { readonly kind: 'timer'; readonly startedAt: string; readonly endedAt: string }
  | { readonly kind: 'text'; readonly text: string }
  | { readonly kind: 'weighing'; readonly weighing: Weighing }
  | { readonly kind: 'loading'; readonly sheet: LoadingSheet }
  | { readonly kind: 'document'; readonly document: PaperDocument }
  | { readonly kind: 'trail'; readonly stretches: readonly TrailStretch[] }
  | { readonly kind: 'signatures'; readonly items: readonly SignedItem[] }
  | { readonly kind: 'equipment'; readonly seen: readonly SeenEquipment[] }
  | { readonly kind: 'plate'; readonly text: string; readonly how: 'typed' | 'scanned' };
