/**
 * Writes attributes of an SVG element, each only if it differs: writing the same text again would still
 * have the browser paint the element anew.
 */
export function writeAttributes(
  element: Element | null | undefined,
  attributes: Readonly<Record<string, string | number>>,
): void {
  if (!element) return;
  for (const [name, value] of Object.entries(attributes)) {
    const text = String(value);
    if (element.getAttribute(name) !== text) element.setAttribute(name, text);
  }
}
