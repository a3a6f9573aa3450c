import { reachFromParts, type BasisIndex } from '../checks/basis-index.ts';
import { type AnswerRecord, type CampaignState, type PartState } from './state.ts';

type Mutable<T> = { -readonly [K in keyof T]: T[K] };
type MapKey = {
  [K in keyof CampaignState]: CampaignState[K] extends ReadonlyMap<string, unknown> ? K : never;
}[keyof CampaignState];
type ValueOf<K extends MapKey> = CampaignState[K] extends ReadonlyMap<string, infer V> ? V : never;

/**
 * The next state in the making. Collections and histories are copied the first time they are written to, so
 * that folding many entries copies each once, and the state handed in is never changed.
 */
export class Draft {
  readonly state: Mutable<CampaignState>;
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

  private reached(index: BasisIndex): readonly string[] {
    const own = [...this.stirred];
    const checks = own.flatMap((key) => index.parts.get(key)?.check ?? []);
    // Whether another flight is to come decides what the flight used up; a permit decides what may be loaded.
    if (checks.some((c) => c.station === 'flight')) own.push(...index.followStates);
    if (checks.some((c) => c.answer.kind === 'document')) own.push(...index.sheets);
    return reachFromParts(index, own).map((r) => r.part);
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
