import { ENGLISH_CODES, makeSentences } from '../words/english.ts';
import type { Reason } from '../reasons/reason.ts';

/** What a sentence can do without: it is said otherwise where there is none. */
const MAY_LACK: Readonly<Record<string, readonly string[]>> = {
  wrongKind: ['unit', 'wanted'],
};

/**
 * What the sentence of a reason asks for and is not given: parameters that are missing, figures without a unit, lists
 * without a word, and the sentence itself where there is none. Empty for a reason that tells all it has to.
 */
export function untold(told: Reason): readonly string[] {
  if (!(ENGLISH_CODES as readonly string[]).includes(told.code)) return [`no sentence for ${told.code}`];
  const missing = new Set<string>();
  const params = new Proxy(told.params, {
    get: (of, name) => {
      const value = of[String(name)];
      const hollow =
        value === undefined ||
        (Array.isArray(value) && value.length === 0) ||
        (typeof value === 'object' && !Array.isArray(value) && !('unit' in value));
      if (hollow && !MAY_LACK[told.code]?.includes(String(name))) missing.add(String(name));
      return value;
    },
  });
  makeSentences({ part: String, subject: String, thing: String }).say({ code: told.code, params });
  return [...missing];
}
