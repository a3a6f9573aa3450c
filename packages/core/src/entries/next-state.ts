import { reachFromParts, type BasisIndex } from '../checks/basis-index.ts';
import { type AnswerRecord, type CampaignState, type PartState } from '../record/state.ts';

type Mutable<T> = { -readonly [K in keyof T]: T[K] };
type MapKey = {
  [K in keyof CampaignState]: CampaignState[K] extends ReadonlyMap<string, unknown> ? K : never;
}[keyof CampaignState];
type ValueOf<K extends MapKey> = CampaignState[K] extends ReadonlyMap<string, infer V> ? V : never;

const stirredByPart = new WeakMap<BasisIndex['parts'], Map<string, readonly string[]>>();

/** What has to be asked anew when a part was, itself included: found once for each part of a basis. */
function stirredBy(index: BasisIndex, key: string): readonly string[] {
  const ofBasis = stirredByPart.get(index.parts) ?? new Map<string, readonly string[]>();
  stirredByPart.set(index.parts, ofBasis);
  const known = ofBasis.get(key);
  if (known) return known;
  const own = [key];
  const check = index.parts.get(key)?.check;
  // Whether another flight is to come decides what the flight used up; a permit decides what may be loaded.
  if (check?.station === 'flight') own.push(...index.followStates);
  if (check?.answer.kind === 'document') own.push(...index.sheets);
  const found = reachFromParts(index, own).map((r) => r.part);
  ofBasis.set(key, found);
  return found;
}

/**
 * The next state in the making. Collections and histories are copied the first time they are written to, so
 * that folding many entries copies each once, and the state handed in is never changed.
 */
export class Draft {
  readonly state: Mutable<CampaignState>;
  /** When the entry in hand was made: see `instantOf`. */
  instant = 0;
  private readonly owned = new Set<string>();
  /** Parts whose proof has to be asked anew behind this entry. */
  private stirred = new Set<string>();
  private everything = false;

  constructor(base: CampaignState) {
    this.state = { ...base };
  }

  /** Gives the state away as it is: from here on every collection is copied once more before it is written to. */
  share(): CampaignState {
    this.owned.clear();
    return { ...this.state };
  }

  put<K extends MapKey>(collection: K, key: string, value: ValueOf<K>): void {
    if (!this.owned.has(collection)) {
      (this.state as Record<string, unknown>)[collection] = new Map(
        this.state[collection] as ReadonlyMap<string, unknown>,
      );
      this.owned.add(collection);
    }
    (this.state[collection] as Map<string, ValueOf<K>>).set(key, value);
  }

  /** Takes a key out of a collection. */
  drop(collection: MapKey, key: string): void {
    if (!this.state[collection].has(key)) return;
    if (!this.owned.has(collection)) {
      (this.state as Record<string, unknown>)[collection] = new Map(
        this.state[collection] as ReadonlyMap<string, unknown>,
      );
      this.owned.add(collection);
    }
    (this.state[collection] as Map<string, unknown>).delete(key);
  }

  /** Says that the proof of some parts may have changed; without any, that of every part. */
  stir(keys?: Iterable<string>): void {
    if (keys) for (const key of keys) this.stirred.add(key);
    else this.everything = true;
  }

  /** The parts to be asked anew, with all that stand on them; forgotten once they were given. */
  takeStirred(index: BasisIndex): ReadonlySet<string> {
    const keys = this.everything ? index.parts.keys() : this.reached(index);
    const taken = new Set(keys);
    this.stirred = new Set();
    this.everything = false;
    return taken;
  }

  private reached(index: BasisIndex): Iterable<string> {
    const [only, another] = this.stirred;
    if (only === undefined) return [];
    if (another === undefined) return stirredBy(index, only);
    return [...this.stirred].flatMap((key) => stirredBy(index, key));
  }

  /** The history of a part, writable. */
  history(key: string): AnswerRecord[] {
    this.stirred.add(key);
    const part = this.state.parts.get(key) ?? { history: [] };
    if (this.owned.has(`history ${key}`)) return part.history as AnswerRecord[];
    const history = [...part.history];
    this.put('parts', key, { ...part, history });
    this.owned.add(`history ${key}`);
    return history;
  }

  part(key: string, change: Partial<PartState>): void {
    this.stirred.add(key);
    this.put('parts', key, { ...(this.state.parts.get(key) ?? { history: [] }), ...change });
  }
}
