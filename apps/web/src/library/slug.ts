/** A name as an id. Example: "Tjeld NL-6 limit book" is "tjeld-nl-6-limit-book". */
export const slug = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 50);
