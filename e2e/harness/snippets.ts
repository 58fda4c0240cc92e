/** A text that somebody might bring in, with the elements that it is about. */
export interface Snippet {
  readonly text: string;
  /** The page on which it plays; an SVG is a page itself. */
  readonly html?: string;
  /** What moves, in the order in which it comes in. */
  readonly selectors: readonly string[];
  /** The property whose color is compared; none where it stands still. */
  readonly paint?: "color" | "backgroundColor" | "fill";
  /** A class that is set once the page is there, for transitions. */
  readonly then?: string;
  /** What the list of what is not exact says of it; without it, it comes in exactly, and nothing is listed. */
  readonly listed?: RegExp;
}

const BOX = "position: absolute; left: 120px; top: 90px; width: 80px; height: 40px;";
const go = (frames: string) => `@keyframes go { ${frames} }`;
const SLIDE = go("from { translate: 0 0 } to { translate: 100px 0 }");

/** One element, `.gate`, with declarations of its own, and keyframes called `go`. */
function gate(declared: string, frames: string, more: Partial<Snippet> = {}): Snippet {
  return {
    text: `.gate { ${BOX} ${declared} }\n${frames}`,
    html: '<div class="gate"></div>',
    selectors: [".gate"],
    ...more,
  };
}

/** One element that is animated by script, as its keyframes and options in JSON. */
function web(keyframes: unknown, options: unknown, more: Partial<Snippet> = {}): Snippet {
  return {
    text: JSON.stringify({ target: ".gate", keyframes, options }),
    html: `<style>.gate { position: absolute; left: 40px; top: 40px; width: 96px; height: 64px }</style><div class="gate"></div>`,
    selectors: [".gate"],
    ...more,
  };
}

/** A drawing with one box in it, and what animates that. */
function drawn(inside: string, more: Partial<Snippet> = {}, box = ""): Snippet {
  return {
    text: `<svg xmlns="http://www.w3.org/2000/svg" width="500" height="300">\n<rect id="gate" x="40" y="30" width="60" height="20" fill="#345" ${box}>${inside}</rect></svg>`,
    selectors: ["#gate"],
    ...more,
  };
}

/** CSS as people have it, feature by feature. */
const CSS: Readonly<Record<string, Snippet>> = {
  "the easing that holds where none is said": gate("animation: go 1s", SLIDE),
  "lists of different lengths": gate(
    "animation-name: go, turn, thin; animation-duration: 1s, 400ms; animation-iteration-count: 1, 2",
    `${SLIDE} @keyframes turn { to { rotate: 90deg } } @keyframes thin { to { opacity: 0.2 } }`,
  ),
  "a delay before the beginning": gate("animation: go 1s linear -300ms both", SLIDE),
  "steps that hold both ends": gate("animation: go 1s steps(5, jump-none) both", SLIDE),
  "steps that jump at both": gate("animation: go 1s steps(3, jump-both) both", SLIDE),
  "an easing in pieces": gate("animation: go 1s linear(0, 0.3 20%, 1.1 60% 70%, 1) both", SLIDE),
  "an easing that overshoots": gate(
    "animation: go 800ms cubic-bezier(0.3, 1.8, 0.6, 1) both",
    go("from { scale: 0.4 } to { scale: 1.3 }"),
  ),
  "two iterations and a half, backwards first": gate(
    "animation: go 400ms ease-in 2.5 alternate-reverse both",
    SLIDE,
  ),
  "less than one iteration, held": gate("animation: go 1s linear 0.4 forwards", SLIDE),
  "turns, radians and gradians": gate(
    "animation: go 1s linear both",
    go("0% { rotate: 0.25turn } 50% { rotate: -1rad } to { rotate: 250grad }"),
  ),
  "sizes in percent and in one direction": gate(
    "animation: go 1s linear both",
    go("0% { scale: 120% } 50% { scale: 1 0.4 } to { scale: 0.8 }"),
  ),
  "width and height": gate(
    "animation: go 1s ease-in-out both",
    go("from { width: 20px; height: 100px } to { width: 200px; height: 10px }"),
  ),
  "blur in rem": gate(
    "animation: go 1s both",
    go("from { filter: blur(0.5rem) } to { filter: blur(0) }"),
  ),
  "colors by name": gate(
    "animation: go 1s linear both",
    go("from { color: teal } to { color: rebeccapurple }"),
    { paint: "color" },
  ),
  "colors of several kinds": gate(
    "animation: go 1s linear both",
    go(
      "0% { background-color: hwb(200 10% 20%) } 50% { background-color: lab(50% 40 -20) } to { background-color: oklch(0.7 0.1 80) }",
    ),
    { paint: "backgroundColor" },
  ),
  "a color mixed of two": gate(
    "animation: go 1s linear both, fade 1s",
    `${go("from { background-color: color-mix(in oklab, red 30%, blue) } to { background-color: #222222 }")} @keyframes fade { from { opacity: 0 } }`,
    { listed: /color-mix/ },
  ),
  "the color of what is around": gate(
    "animation: go 1s linear both, fade 1s",
    `${go("from { background-color: currentcolor } to { background-color: #222222 }")} @keyframes fade { from { opacity: 0 } }`,
    { listed: /currentcolor/i },
  ),
  "hidden and seen": gate(
    "animation: go 1s linear both",
    go("from { visibility: hidden } 40% { visibility: visible } to { visibility: hidden }"),
  ),
  "functions in three dimensions that stay in the plane": gate(
    "animation: go 1s linear both",
    go(
      "from { transform: translate3d(10px, 20px, 0) rotateZ(10deg) } to { transform: translate3d(60px, -20px, 0) rotateZ(80deg) }",
    ),
  ),
  "sizes of one direction as functions": gate(
    "animation: go 1s linear both",
    go("from { transform: scaleX(0.2) scaleY(2) } to { transform: scaleX(1.5) scaleY(0.5) }"),
  ),
  "skew across": gate(
    "animation: go 1s linear both",
    go("from { transform: skewX(0deg) } to { transform: skewX(30deg) }"),
  ),
  "skew down, which nothing here does": gate(
    "animation: go 1s linear both, fade 1s",
    `${go("from { transform: skewY(0deg) } to { transform: skewY(30deg) }")} @keyframes fade { from { opacity: 0 } }`,
    { listed: /skewY/ },
  ),
  "a matrix": gate(
    "animation: go 1s linear both, fade 1s",
    `${go("from { transform: none } to { transform: matrix(1, 0, 0, 1, 50, 20) }")} @keyframes fade { from { opacity: 0 } }`,
    { listed: /matrix/ },
  ),
  "toward the eye": gate(
    "animation: go 1s linear both, fade 1s",
    `${go("from { transform: perspective(900px) translateZ(0px) } to { transform: perspective(900px) translateZ(200px) }")} @keyframes fade { from { opacity: 0 } }`,
    { listed: /translateZ/ },
  ),
  "about an axis of its own": gate(
    "animation: go 1s linear both, fade 1s",
    `${go("from { transform: rotate3d(1, 1, 0, 0deg) } to { transform: rotate3d(1, 1, 0, 90deg) }")} @keyframes fade { from { opacity: 0 } }`,
    { listed: /rotate3d/ },
  ),
  "shares of its own size": gate(
    "animation: go 1s linear both",
    go("from { translate: -50% 100% } to { translate: 0 -25% }"),
  ),
  "sums of shares and lengths": gate(
    "animation: go 1s linear both",
    go(
      "from { transform: translateX(calc(100% + 10px)) } to { transform: translateX(calc(-1 * (50% - 4px))) }",
    ),
  ),
  "the larger of two": gate(
    "animation: go 1s linear both",
    go(
      "from { translate: max(10px, 20px) min(5px, 50px) } to { translate: clamp(10px, 300px, 90px) 0 }",
    ),
  ),
  "an origin at a corner": gate(
    "transform-origin: left top; animation: go 1s linear both",
    go("from { rotate: 0deg } to { rotate: 90deg }"),
  ),
  "an origin in shares and lengths": gate(
    "transform-origin: 100% 10px; animation: go 1s linear both",
    go("from { scale: 1 } to { scale: 2 }"),
  ),
  "an origin of one word": gate(
    "transform-origin: bottom; animation: go 1s linear both",
    go("from { transform: rotate(0deg) } to { transform: rotate(45deg) }"),
  ),
  "keyframes of several moments": gate(
    "animation: go 1s linear both",
    go("0%, 40% { translate: 0 0 } 60%, 100% { translate: 90px 30px }"),
  ),
  "one moment said twice": gate(
    "animation: go 1s linear both",
    go(
      "from { translate: 0 0 } 50% { translate: 30px 0 } 50% { translate: 80px 0 } to { translate: 100px 0 }",
    ),
  ),
  "one moment said in two pieces": gate(
    "animation: go 1s linear both",
    go(
      "from { translate: 0 0; opacity: 0 } 50% { translate: 30px 0 } 50% { opacity: 0.9 } to { translate: 100px 0; opacity: 0.2 }",
    ),
  ),
  "keyframes said twice by one name": gate(
    "animation: go 1s linear both",
    `${go("to { translate: 0 200px }")} ${SLIDE}`,
  ),
  "an easing at the last keyframe, which nothing follows": gate(
    "animation: go 1s linear both",
    go("from { translate: 0 0 } to { translate: 100px 0; animation-timing-function: steps(2) }"),
  ),
  "what some keyframes do not say": gate(
    "animation: go 1s ease-out both",
    go(
      "from { translate: 0 0; opacity: 0 } 30% { opacity: 1 } 70% { translate: 70px 0 } to { translate: 0 50px; opacity: 0.3 }",
    ),
  ),
  "an important declaration in a keyframe, which does not count": gate(
    "animation: go 1s linear both",
    go(
      "from { translate: 0 0 } 50% { translate: 300px 0 !important; opacity: 0.5 } to { translate: 100px 0 }",
    ),
  ),
  "a prefix of old": gate(
    "-webkit-animation: go 1s linear both",
    `@-webkit-keyframes go { from { opacity: 0 } to { opacity: 1 } }`,
  ),
  "letters as high as the font": gate(
    "font-size: 20px; animation: go 1s linear both",
    go("from { translate: 0 0 } to { translate: 5em 2em }"),
  ),
  "shares of the window": gate(
    "animation: go 1s linear both, fade 1s",
    `${go("from { translate: 0 0 } to { translate: 10vw 0 }")} @keyframes fade { from { opacity: 0 } }`,
    { listed: /vw/ },
  ),
  "custom properties with something to fall back on": gate(
    "--far: 70px; animation: go var(--long, 1s) linear both",
    go("from { translate: 0 var(--none, 12px) } to { translate: var(--far) 0 }"),
  ),
  "a registered custom property that moves": gate(
    "translate: var(--way) 0; animation: go 1s ease-in both",
    `@property --way { syntax: "<length>"; inherits: false; initial-value: 0px } ${go("from { --way: 10px } to { --way: 120px }")}`,
  ),
  "a layer, which counts less than what is in none": {
    text: `.gate { ${BOX} animation: go 1s linear both } @layer base { div.gate { animation-duration: 4s } } ${SLIDE}`,
    html: '<div class="gate"></div>',
    selectors: [".gate"],
  },
  "layers in an order that is said before": {
    text: `@layer late, early; @layer early { .gate { ${BOX} animation: go 1s linear both } } @layer late { .gate { animation: go 3s linear both } } ${SLIDE}`,
    html: '<div class="gate"></div>',
    selectors: [".gate"],
  },
  "what is supported": {
    text: `@supports (display: grid) { .gate { ${BOX} animation: go 1s linear both } } ${SLIDE}`,
    html: '<div class="gate"></div>',
    selectors: [".gate"],
  },
  "motion for people who do not mind it": {
    text: `.gate { ${BOX} } @media (prefers-reduced-motion: no-preference) { .gate { animation: go 1s linear both } } ${SLIDE}`,
    html: '<div class="gate"></div>',
    selectors: [".gate"],
  },
  "motion that is taken away from people who mind it": gate(
    "animation: go 1s linear both",
    `${SLIDE} @media (prefers-reduced-motion: reduce) { .gate { animation: none; translate: 9px 0 } }`,
  ),
  "what depends on the box around": {
    text: `.gate { ${BOX} animation: go 1s linear both } @container (min-width: 10px) { .gate { animation-duration: 2s } } ${SLIDE}`,
    html: '<div style="container-type: inline-size"><div class="gate"></div></div>',
    selectors: [".gate"],
    listed: /@container/,
  },
  "one of several, by :is": {
    text: `:is(.gate, .pier) { ${BOX} animation: go 1s linear both } ${SLIDE}`,
    html: '<div class="gate"></div><div class="pier"></div>',
    selectors: [".gate", ".pier"],
  },
  ":where, which weighs nothing": {
    text: `.gate { ${BOX} animation: go 1s linear both } :where(div.gate) { animation-duration: 3s } ${SLIDE}`,
    html: '<div class="gate"></div>',
    selectors: [".gate"],
  },
  "an id over a class": {
    text: `#gate { animation-duration: 600ms } .gate { ${BOX} animation: go 2s linear both } ${SLIDE}`,
    html: '<div class="gate" id="gate"></div>',
    selectors: [".gate"],
    listed: /animation-duration of #gate/,
  },
  "added onto what is there": gate(
    "translate: 30px 0; animation: go 1s linear both; animation-composition: add",
    SLIDE,
  ),
  "along a path": gate(
    'offset-path: path("M 0 0 L 100 100"); animation: go 1s linear both, fade 1s',
    `${go("from { offset-distance: 0% } to { offset-distance: 100% }")} @keyframes fade { from { opacity: 0 } }`,
    { listed: /offset-distance/ },
  ),
  "a shadow that grows": gate(
    "animation: go 1s linear both, fade 1s",
    `${go("from { box-shadow: 0 0 0 black } to { box-shadow: 0 9px 9px black }")} @keyframes fade { from { opacity: 0 } }`,
    { listed: /box-shadow/ },
  ),
  "from the right": {
    text: `.gate { position: absolute; right: 10px; top: 20px; width: 80px; height: 40px; animation: go 1s linear both, fade 1s } ${go("from { right: 10px } to { right: 300px }")} @keyframes fade { from { opacity: 0 } }`,
    html: '<div class="gate"></div>',
    selectors: [".gate"],
    listed: /right/,
  },
  "a margin that moves it": gate(
    "animation: go 1s linear both, fade 1s",
    `${go("from { margin-left: 0 } to { margin-left: 90px }")} @keyframes fade { from { opacity: 0 } }`,
    { listed: /margin-left/ },
  ),
  "seen from nearer": gate(
    "animation: go 1s linear both",
    go(
      "from { transform: perspective(400px) rotateY(0deg) } to { transform: perspective(400px) rotateY(70deg) }",
    ),
    { listed: /400px/ },
  ),
  "seen from 900 px": gate(
    "animation: go 1s linear both",
    go(
      "from { transform: perspective(900px) rotateX(0deg) } to { transform: perspective(900px) rotateX(70deg) }",
    ),
  ),
  "rotate about y": gate(
    "animation: go 1s linear both, fade 1s",
    `${go("from { rotate: y 0deg } to { rotate: y 80deg }")} @keyframes fade { from { opacity: 0 } }`,
    { listed: /rotate/ },
  ),
  "translate with a depth": gate(
    "animation: go 1s linear both, fade 1s",
    `${go("from { translate: 0 0 0px } to { translate: 40px 0 90px }")} @keyframes fade { from { opacity: 0 } }`,
    { listed: /translate/ },
  ),
  "the words of the shorthand in another order": gate(
    "animation: both 200ms alternate 2 go 50ms ease-out",
    SLIDE,
  ),
  "a name in quotes": gate(
    'animation: "go" 1s linear both',
    `@keyframes "go" { to { translate: 90px 0 } }`,
  ),
  "capital letters": gate(
    "ANIMATION: go 1S LINEAR BOTH",
    go("FROM { TRANSLATE: 0 0 } TO { Translate: 90PX 0 }"),
  ),
  "notes in the middle": gate(
    "animation: go /* the way */ 1s linear/**/both",
    go("from { translate: 0 /* down */ 0 } to { translate: 90px 10px }"),
  ),
  "backwards in steps": gate("animation: go 1s steps(4, jump-start) reverse both", SLIDE),
  "without an end": gate("animation: go 300ms ease-in-out infinite alternate", SLIDE),
  "opacity in percent and out of its range": gate(
    "animation: go 1s linear both",
    go("from { opacity: 40% } 50% { opacity: 1.8 } to { opacity: -0.5 }"),
  ),
  transparent: gate(
    "animation: go 1s linear both",
    go("from { background-color: transparent } to { background-color: #204060 }"),
    { paint: "backgroundColor" },
  ),
  "corners that get round": gate(
    "animation: go 1s linear both",
    go("from { border-radius: 0 } to { border-radius: 12px; opacity: 0.4 }"),
  ),
  "something before it": {
    text: `.gate { ${BOX} animation: go 1s linear both } .gate::before { content: "x"; animation: fade 1s } ${SLIDE} @keyframes fade { from { opacity: 0 } }`,
    html: '<div class="gate"></div>',
    selectors: [".gate"],
  },
  "two classes of one element that are said apart": {
    text: `.gate { ${BOX} animation: go 1s linear both } .slow { animation-duration: 3s } ${SLIDE}`,
    html: '<div class="gate slow"></div>',
    selectors: [".gate"],
    listed: /animation-duration of \.slow/,
  },
  "one after the other, by which child each is": {
    text: `.chip { ${BOX} animation: go 500ms ease-out both } .chip:nth-child(2) { top: 150px; animation-delay: 120ms } .chip:nth-child(3) { top: 210px; animation-delay: 240ms } .chip:first-child { opacity: 0.9 } ${SLIDE}`,
    html: '<div class="chip"></div><div class="chip"></div><div class="chip"></div>',
    selectors: [".chip:nth-child(2)", ".chip:nth-child(3)", ".chip:first-child"],
  },
  "what stands still beside what moves": {
    text: `.gate { ${BOX} animation: go 1s linear both } .gate.still { animation: none } ${SLIDE}`,
    html: '<div class="gate"></div>',
    selectors: [".gate"],
  },
  "important, as a whole": gate("animation: go 1s linear both !important", SLIDE),
  "begun by hovering, inside of its rule": {
    text: `.gate { ${BOX} & { animation: go 1s linear both } &.never { animation: none } } ${SLIDE}`,
    html: '<div class="gate"></div>',
    selectors: [".gate"],
  },
  "hidden at once, in steps": gate(
    "animation: go 1s steps(2, jump-start) both",
    go("from { visibility: visible } to { visibility: hidden }"),
  ),
  "seen where its easing goes back behind its beginning": gate(
    "animation: go 1s cubic-bezier(0.6, -0.8, 0.7, 0.1) both",
    go("from { visibility: hidden } to { visibility: visible }"),
  ),
  "important, over what is said more exactly": {
    text: `.gate { ${BOX} animation-duration: 700ms !important } div.gate { animation: go 2s linear both } ${SLIDE}`,
    html: '<div class="gate"></div>',
    selectors: [".gate"],
  },
  "a turned place at rest, and a place that moves": gate(
    "transform: rotate(20deg); animation: go 1s linear both",
    SLIDE,
  ),
  "a size at rest, and a turn": gate(
    "scale: 1.5 0.5; animation: go 1s linear both",
    go("from { rotate: 0deg } to { rotate: 120deg }"),
  ),
  "only the end is said, of something that stands turned": gate(
    "rotate: 30deg; opacity: 0.5; animation: go 1s ease-in",
    go("to { rotate: 90deg; opacity: 1 }"),
  ),
  "a transition of everything": {
    text: `.gate { ${BOX} translate: 0 0; opacity: 1; transition: all 600ms ease-in }\n.gate.open { translate: 120px 0; opacity: 0.2 }`,
    html: '<div class="gate"></div>',
    selectors: [".gate"],
    then: "open",
  },
  "transitions with delays of their own": {
    text: `.gate { ${BOX} translate: 0 0; rotate: 0deg; transition-property: translate, rotate; transition-duration: 500ms, 300ms; transition-delay: 0s, 200ms; transition-timing-function: ease-out, linear }\n.gate.open { translate: 60px 40px; rotate: 45deg }`,
    html: '<div class="gate"></div>',
    selectors: [".gate"],
    then: "open",
  },
  "a transition of a transform": {
    text: `.gate { ${BOX} transform: none; transition: transform 400ms cubic-bezier(0.2, 0, 0, 1) }\n.gate.open { transform: translateY(-30px) scale(1.2) }`,
    html: '<div class="gate"></div>',
    selectors: [".gate"],
    then: "open",
  },
  "a transition whose state says how it is left": {
    text: `.gate { ${BOX} opacity: 1; transition: opacity 2s }\n.gate.open { opacity: 0.2; transition: opacity 500ms linear 100ms }`,
    html: '<div class="gate"></div>',
    selectors: [".gate"],
    then: "open",
  },
};

const WEB: Readonly<Record<string, Snippet>> = {
  "moments that nobody said": web(
    [{ translate: "0 0" }, { translate: "50px 0" }, { translate: "60px 90px" }],
    { duration: 900, fill: "both" },
  ),
  "moments that some say": web(
    [{ opacity: 0 }, { opacity: 0.2, offset: 0.6 }, { opacity: 0.9 }, { opacity: 0.1 }],
    { duration: 900, fill: "both" },
  ),
  "lists by property": web(
    { opacity: [0, 1, 0.3], rotate: ["0deg", "90deg"], offset: [0, 0.2, 1] },
    { duration: 1000, fill: "both", easing: "linear" },
  ),
  "easings by property": web(
    { translate: ["0 0", "40px 0", "90px 0"], easing: ["ease-in", "ease-out"] },
    { duration: 1000, fill: "both" },
  ),
  "a time alone": web({ translate: ["0 0", "40px 0"] }, 700),
  "a delay after the end": web(
    { translate: ["0 0", "40px 0"] },
    { duration: 400, delay: 100, endDelay: 300, iterations: 2, direction: "alternate" },
  ),
  added: web(
    { translate: ["0 0", "40px 10px"] },
    { duration: 500, composite: "add", fill: "both" },
  ),
  "names as scripts have them": web(
    { backgroundColor: ["#102030", "#a0b0c0"] },
    { duration: 800, fill: "both" },
    { paint: "backgroundColor" },
  ),
  "one value, to which it goes": web({ translate: "90px 20px" }, { duration: 600, fill: "both" }),
  endless: web({ rotate: ["0deg", "360deg"] }, { duration: 700, iterations: "Infinity" }),
};

const SVG: Readonly<Record<string, Snippet>> = {
  "a place, and held": drawn(
    '<animate attributeName="x" from="40" to="240" dur="1s" fill="freeze"/>',
  ),
  "splines between values": drawn(
    '<animate attributeName="y" values="30;90;50" keyTimes="0;0.3;1" calcMode="spline" keySplines="0.4 0 0.2 1;0.3 0 1 1" dur="1s" fill="freeze"/>',
  ),
  "a shift that is added": drawn(
    '<animateTransform attributeName="transform" type="translate" values="0 0;50 20;90 0" dur="1s" additive="sum" fill="freeze"/>',
  ),
  "a turn about a place": drawn(
    '<animateTransform attributeName="transform" type="rotate" values="0 70 40;90 70 40" dur="1s" fill="freeze"/>',
    { listed: /./ },
  ),
  "a size": drawn(
    '<animateTransform attributeName="transform" type="scale" values="1;1.5 0.5" dur="1s" fill="freeze"/>',
  ),
  "two iterations": drawn(
    '<animate attributeName="opacity" values="1;0.2;1" dur="400ms" repeatCount="2.5"/>',
  ),
  "a clock of minutes": drawn(
    '<animate attributeName="width" from="60" to="200" dur="00:01.5" fill="freeze"/>',
  ),
  "an end before its time": drawn(
    '<animate attributeName="x" from="40" to="240" dur="1s" end="0.5s"/>',
    { listed: /end/ },
  ),
  "a color": drawn(
    '<animate attributeName="fill" from="#102030" to="#c0a080" dur="1s" fill="freeze"/>',
    {
      paint: "fill",
    },
  ),
  "along a way": drawn(
    '<animateMotion path="M 0 0 L 90 40" dur="1s"/><animate attributeName="opacity" from="0" to="1" dur="1s"/>',
    { listed: /path/ },
  ),
  "a line that gets thicker": drawn(
    '<animate attributeName="stroke-width" from="0" to="9" dur="1s"/><animate attributeName="opacity" from="0" to="1" dur="1s"/>',
    { listed: /stroke-width/ },
  ),
  "two of one": drawn(
    '<animate attributeName="x" from="40" to="140" dur="500ms" fill="freeze"/><animate attributeName="x" from="140" to="90" begin="700ms" dur="300ms" fill="freeze"/>',
  ),
  "begun in the middle": drawn(
    '<animate attributeName="height" from="20" to="90" begin="300ms" dur="500ms" fill="freeze"/>',
  ),
  "CSS in it, round, about the corner of the drawing": {
    text: `<svg xmlns="http://www.w3.org/2000/svg" width="500" height="300"><style>#gate { animation: go 1s linear both } ${go("from { rotate: 0deg } to { rotate: 30deg }")}</style>\n<circle id="gate" cx="90" cy="60" r="20" fill="#345"/></svg>`,
    selectors: ["#gate"],
  },
  "CSS in it": {
    text: `<svg xmlns="http://www.w3.org/2000/svg" width="500" height="300"><style>.gate { transform-box: fill-box; transform-origin: 50% 50%; animation: go 1s linear both } ${go("from { opacity: 0 } to { opacity: 1 }")}</style>\n<rect class="gate" x="40" y="30" width="60" height="20"/></svg>`,
    selectors: [".gate"],
  },
};

export const SNIPPETS: Readonly<Record<string, Snippet>> = {
  ...named("CSS", CSS),
  ...named("Web Animations", WEB),
  ...named("SVG", SVG),
};

function named(kind: string, snippets: Readonly<Record<string, Snippet>>): Record<string, Snippet> {
  return Object.fromEntries(
    Object.entries(snippets).map(([name, each]) => [`${kind}: ${name}`, each]),
  );
}
