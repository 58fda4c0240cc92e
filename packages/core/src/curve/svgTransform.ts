/** The longest transform list that is applied, in UTF-16 units; drawings that programs write need far less. */
const LONGEST = 2000;

/**
 * Applies an SVG transform list (SVG 2, section 8.5) to a path. A list that is too long is ignored. Runs of white
 * space are first reduced to one space: the parser's time grows with the third power of their length.
 */
export function applyTransform<Path extends { transform(list: string): Path }>(
  path: Path,
  transform: string,
): Path {
  if (transform.length > 100 * LONGEST) return path;
  const list = transform.replace(/\s+/g, " ").trim();
  return list.length > LONGEST ? path : path.transform(list);
}
