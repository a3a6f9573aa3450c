/**
 * Whether touching one system disturbs what was proven of another: dotted names, and one lies inside the
 * other or they are the same; `*` stands for any one part of a name.
 * Example: `overlaps('engine.left', 'engine.left.ignition')` is true, so is the reverse;
 * `overlaps('engine.left', 'engine.right.ignition')` is false.
 */
export function overlaps(a: string, b: string): boolean {
  const first = a.split('.');
  const second = b.split('.');
  const shared = Math.min(first.length, second.length);
  for (let i = 0; i < shared; i += 1) {
    if (first[i] !== second[i] && first[i] !== '*' && second[i] !== '*') return false;
  }
  return true;
}

/** Puts the engine into a system name. Example: `systemOf('engine.{engine}.oil', 'left')` is "engine.left.oil". */
export function systemOf(template: string, subject: string): string {
  return template.replace('{engine}', subject);
}
