import fc from "fast-check";
import { checkStudy } from "../../shape/index.ts";
import { emptyStudy } from "../../study/index.ts";
import { cases, mutatedText } from "../../testing/index.ts";
import { bringInto, readBrought } from "./bring.ts";

/** Motion as it comes from elsewhere: what is damaged to begin with, and the pieces it is damaged by. */
const SOURCES: Readonly<Record<string, readonly [readonly string[], readonly string[]]>> = {
  CSS: [
    [
      "@layer gate { .pass { animation: slide 400ms ease-in 2 alternate; transform: translate(4px, 50%) rotate(.5turn) } } @keyframes slide { 0%, 30% { opacity: 0; left: calc(2px + 3em) } to { opacity: 1 } }",
      ".stamp { --far: 40px; transition: translate var(--slow, 300ms) cubic-bezier(.3, 0, .2, 1) } .stamp:hover { translate: var(--far) 0 }",
      "@media (prefers-reduced-motion: no-preference) { .lamp:is(.on, .off) { animation: glow 1s steps(4) infinite } } @keyframes glow { to { background-color: rgb(255 0 0 / 50%); scale: 1.1 } }",
    ],
    [..."{}();,'".split(""), "var(--far)", "calc(", "@media (", "@layer a{", "/*", "e400"],
  ],
  "Web Animations": [
    [
      '[{"name": "Pass", "keyframes": [{"opacity": 0, "offset": 0.2, "easing": "ease-in"}, {"opacity": 1}], "timing": {"duration": 400, "delay": 20}}]',
      '{"keyframes": {"transform": ["none", "translateX(40px) rotate(90deg)"], "offset": [0, 0.5]}, "options": 600}',
    ],
    [...'{}[](",-'.split(""), "1e400", "null", '{"a":', "[[", "\\u0000", '"easing":"x",', "calc("],
  ],
  "an SVG that moves": [
    [
      '<svg viewBox="0 0 90 60"><g id="gull"><path d="M0 0L9 9"/><animateTransform attributeName="transform" type="rotate" from="0 4 5" to="90 4 5" dur="2s" repeatCount="3"/></g></svg>',
      '<svg width="9" height="9"><rect id="flag" x="1" width="3" height="4"><animate attributeName="x" values="1;5;2" keyTimes="0;.4;1" calcMode="spline" keySplines=".3 0 .2 1;0 0 1 1" begin="200ms" dur="900ms" fill="freeze"/></rect></svg>',
      '<svg><style>.rope { animation: sway 1s } @keyframes sway { to { rotate: 9deg } }</style><line class="rope" x2="9"/><circle r="3"><animateMotion path="M0 0C1 2 3 4 5 5" dur="1s"/></circle></svg>',
    ],
    [
      ..."<>\"';(".split(""),
      "/>",
      "<g>",
      "</g>",
      "<animate ",
      "M0 0",
      "&amp;",
      "<!--",
      "1e400",
      "<![CDATA[",
    ],
  ],
  "a table of frames": [
    [
      "time,Pass x,Pass y\n0,0,10\n16.7,3,12\n33.3,8,15\n",
      "frame\tLamp opacity\n0\t0\n1\t0.5\n2\t1\n",
    ],
    [",", "\n", "\t", ";", '"', "1e400", "NaN", "-", "0,", "x"],
  ],
  tokens: [
    [
      '{"boarding": {"settle": {"$type": "cubicBezier", "$value": [0.2, 0, 0, 1]}, "slow": {"$type": "duration", "$value": {"value": 400, "unit": "ms"}}}}',
    ],
    ["{", "}", "[", "]", '"', ",", "$value", "1e400", "-", '"{boarding.slow}"', "null"],
  ],
};

describe("motion from elsewhere, however it is damaged, is read or refused, and never throws", () => {
  it.each(Object.entries(SOURCES))("%s", (_, [sound, pieces]) => {
    fc.assert(
      fc.property(mutatedText(fc.constantFrom(...sound), pieces), (text) => {
        const read = readBrought(text);
        if (!read.ok) {
          expect(read.faults.length).toBeGreaterThan(0);
          for (const { message, cure } of read.faults) expect(message && cure).not.toBe("");
          return;
        }
        let next = 0;
        const study = bringInto(emptyStudy("Brought in"), read.value, [], () => `b${next++}`);
        expect(checkStudy(study)).toEqual([]);
      }),
      { numRuns: cases(80, 20_000), endOnFailure: true },
    );
  });
});
