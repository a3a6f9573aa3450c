/**
 * Whether touching one system disturbs what was proven of another: dotted names, and one lies inside the
 * other or they are the same; `*` stands for any one part of a name.
 * Example: `overlaps('engine.left', 'engine.left.ignition')` is true, so is the reverse;
 * `overlaps('engine.left', 'engine.right.ignition')` is false.
 */
export function overlaps(a: string, b: string): boolean {
  // Part by part as far as both go, and without taking them apart: a library asks this some millions of times.
  for (let i = 0, j = 0; ;) {
    const nextA = a.indexOf('.', i);
    const nextB = b.indexOf('.', j);
    const endA = nextA < 0 ? a.length : nextA;
    const endB = nextB < 0 ? b.length : nextB;
    const any = (a[i] === '*' && endA === i + 1) || (b[j] === '*' && endB === j + 1);
    if (!any && (endA - i !== endB - j || !b.startsWith(a.slice(i, endA), j))) return false;
    if (nextA < 0 || nextB < 0) return true;
    i = nextA + 1;
    j = nextB + 1;
  }
}

/** Puts the engine into a system name. Example: `systemOf('engine.{engine}.oil', 'left')` is "engine.left.oil". */
export function systemOf(template: string, subject: string): string {
  return template.replace('{engine}', subject);
}
