/** Keeps so many own curves, named "Float 0", "Float 1", ...: springs, elastic curves and paths by turns. */
export async function keepCurves(url: string, count: number): Promise<void> {
  const curves = Array.from({ length: count }, (_, i) => ({
    name: `Float ${i}`,
    notation: [
      `spring(overshoot: ${(i % 40) + 1}%, settle: ${300 + 5 * i}ms)`,
      `elastic(out, swings: ${1 + (i % 6)})`,
      `path("M 0 0 C 0.2 0 0.3 ${1 + i / 300} 0.6 ${1 + i / 400} L 1 1")`,
    ][i % 3],
  }));
  const kept = await fetch(`${url}/api/curves/import`, {
    method: "POST",
    headers: { "Content-Type": "application/json" },
    body: JSON.stringify({ curves }),
  });
  if (!kept.ok) throw new Error(`The curves were not kept: ${kept.status}`);
}
