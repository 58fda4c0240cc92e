/**
 * What a JSON column holds, or the fallback where it holds no JSON: one damaged row must not keep the others from
 * being listed.
 */
export function readColumn<T>(text: string, fallback: T): T {
  try {
    return JSON.parse(text) as T;
  } catch (error) {
    if (!(error instanceof SyntaxError)) throw error;
    return fallback;
  }
}
