import Sequencer from "@jest/test-sequencer";

/**
 * The order of suites for several workers: long ones first, and suites of the browser by turns with others, so that one
 * worker waits for frames while another one computes.
 */
export default class TestOrder extends Sequencer {
  sort(tests) {
    const sorted = super.sort(tests);
    const isBrowser = ({ path }) => path.includes("/e2e/");
    const [browser, others] = [sorted.filter(isBrowser), sorted.filter((test) => !isBrowser(test))];
    const ordered = [];
    while (browser.length > 0 || others.length > 0)
      ordered.push(...browser.splice(0, 2), ...others.splice(0, Math.ceil(others.length / 30)));
    return ordered;
  }
}
