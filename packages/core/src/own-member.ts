/**
 * What an object used as a table holds under a name that comes from outside: its own member, never one that every object
 * inherits. Undefined when there is none, or no table.
 * Example: `ownMember({ a: 1 }, 'a')` is 1, `ownMember({ a: 1 }, 'constructor')` is undefined.
 */
export function ownMember<T>(table: Readonly<Record<string, T>> | undefined, name: string): T | undefined {
  return table !== undefined && Object.hasOwn(table, name) ? table[name] : undefined;
}
