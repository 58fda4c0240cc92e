import Sequencer from "@jest/test-sequencer";

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
    const others = sorted.filter((test) => !isBrowser(test) && !isEngine(test));
    // What plays in other engines does so for half an hour: it begins first.
    const ordered = sorted.filter(isEngine);
    while (browser.length > 0 || others.length > 0)
      ordered.push(...browser.splice(0, 2), ...others.splice(0, Math.ceil(others.length / 30)));
    return ordered;
  }
}
