/** A member put in, or left out when it is empty. */
export function withMember<T extends object>(value: T, name: string, member: unknown): T {
  const { [name]: _old, ...rest } = value as Record<string, unknown>;
  return (member === undefined || member === '' ? rest : { ...rest, [name]: member }) as T;
}
