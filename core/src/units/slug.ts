/** A name as an id: small letters, digits and hyphens between them, `longest` characters at most; empty where none is left. */
export const slugOf = (name: string, longest = 40): string =>
  name
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+/, '')
    .slice(0, longest)
    .replace(/-+$/, '');
