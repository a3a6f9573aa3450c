/** How a device or service outside does not answer, in words; what it said instead is not repeated. */
export const HOW_SILENT: Readonly<Record<string, string>> = {
  unreachable: 'it cannot be reached',
  notAllowed: 'where it is said to be, none may be; an administrator names its address',
  notUnderstood: 'what comes from there is not understood',
};
