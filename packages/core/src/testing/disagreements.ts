import { deriveStatus } from '../standing/index.ts';
import { foldEntries } from '../entries/fold.ts';
import type { Told } from './any-campaign.ts';
import { foretell } from './oracle.ts';

/** What a record says of every part and gate, beside what the oracle foretells from the list of its entries. */
export function disagreements({ basis, entries, meant, now, scopes }: Told): string[] {
  const foretold = foretell(entries, basis, meant, now, scopes);
  const status = deriveStatus(foldEntries(entries), new Date(now).toISOString());
  const found: string[] = [];
  for (const [key, part] of status?.parts ?? []) {
    const mark = foretold.marks.get(key);
    if (part.mark !== mark) found.push(`${key} is ${part.mark}, foretold ${mark ?? 'nothing'}`);
    if (part.proven !== foretold.proven.has(key)) found.push(`${key} proven ${String(part.proven)}`);
  }
  for (const gate of status?.gates ?? []) {
    const state = foretold.gates.get(gate.gate.id);
    if (gate.state !== state) found.push(`${gate.gate.id} is ${gate.state}, foretold ${state ?? 'nothing'}`);
  }
  return found;
}
