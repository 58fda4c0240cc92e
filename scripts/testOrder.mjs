import Sequencer from "@jest/test-sequencer";

/** Suites of minutes, which a fresh clone has no times of: begun last, each would be waited for alone. */
const LONG =
  /\/(compiler|laws|hostile|setDown|compile\/sequence|function|fit\/fit|edges|bring|readers|formats)\.test\.ts$/;

/**
 * The order of suites for several workers: long ones first, and suites of the browser by turns with others, so that one
 * worker waits for frames while another one computes.
 */
export default class TestOrder extends Sequencer {
  sort(tests) {
    const sorted = super.sort(tests);
    const isEngine = ({ path }) => path.includes("/e2e/engines/");
    const isBrowser = ({ path }) => path.includes("/e2e/") && !path.includes("/engines/");
    const browser = sorted.filter(isBrowser);
    const isOther = (test) => !isBrowser(test) && !isEngine(test);
    // In the ordinary run they are short.
    const isLong = ({ path }) => Boolean(process.env.LEVITAS_FULL) && LONG.test(path);
    const others = [
      ...sorted.filter((test) => isOther(test) && isLong(test)),
      ...sorted.filter((test) => isOther(test) && !isLong(test)),
    ];
    // What plays in other engines does so for half an hour: it begins first.
    const ordered = sorted.filter(isEngine);
    while (browser.length > 0 || others.length > 0)
      ordered.push(...browser.splice(0, 2), ...others.splice(0, Math.ceil(others.length / 30)));
    return ordered;
  }
}
