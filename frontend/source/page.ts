// Elements of the page that must be there.
export function byId<Kind extends HTMLElement = HTMLElement>(id: string): Kind {
  const found = document.getElementById(id);
  if (!found) throw new Error(`The page has no #${id}`);
  return found as Kind;
}
