import type { Page } from "./runLive.ts";

/** What is an event of a pointer in Live. */
const TYPES: Readonly<Record<string, "press" | "move">> = {
  pointerdown: "press",
  pointermove: "move",
};

/** Where a place of the window is in the scene, px of the scene. */
export function inScene({ scene, study }: Page, x: number, y: number): [number, number] {
  const box = scene.getBoundingClientRect();
  const scale = study.size[0] / box.width;
  return [(x - box.x) * scale, (y - box.y) * scale];
}

/** Mouse, touch and pen. */
export function pointerInput(page: Page): void {
  let isDown = false;
  page.on("pointerdown pointermove pointerup pointercancel", (event: PointerEvent) => {
    const type = TYPES[event.type] ?? "release";
    // A finger and a pen stay on the element they pressed, whatever they are over now.
    const hit = ["", "mouse"].includes(event.pointerType)
      ? (event.target as Element)
      : document.elementFromPoint(event.clientX, event.clientY);
    if (!event.isPrimary || event.button > 0) return;
    if (type === "press" ? !page.scene.contains(hit) : type === "release" && !isDown) return;
    isDown = type === "press" || (isDown && type === "move");
    const [x, y] = inScene(page, event.clientX, event.clientY);
    page.send({ type, x, y, figure: page.figuresAt(hit)[0] ?? null }, event);
  });
}

/** Enter and Space press the figure that has the focus. */
export function focusInput(page: Page): void {
  for (const id of page.study.pressable) {
    const element = page.elements.get(id);
    if (!element) continue;
    element.tabIndex = 0;
    element.role ??= "button";
    let isDown = false;
    page.on(
      "keydown keyup blur",
      (event: KeyboardEvent) => {
        const isPress = event.type === "keydown";
        if (event.type === "blur" ? !isDown : event.key !== "Enter" && event.key !== " ") return;
        if (event.repeat) return;
        event.preventDefault();
        isDown = isPress;
        const box = element.getBoundingClientRect();
        const [x, y] = inScene(page, box.x + box.width / 2, box.y + box.height / 2);
        page.send({ type: isPress ? "press" : "release", x, y, figure: id }, event);
      },
      element,
    );
  }
}

/** Keys that responses and levers wait for, not those that are typed into something. */
export function keyInput(page: Page): void {
  const meant = new Set<string>();
  for (const { when } of page.study.responses) if (when.on === "key") meant.add(when.key);
  for (const { of } of page.study.levers) if (of.kind === "key") meant.add(of.key);
  const held = new Set<string>();
  const release = (key: string, event: Event) => {
    if (held.delete(key)) page.send({ type: "key-up", key }, event);
  };
  page.on("keydown", (event: KeyboardEvent) => {
    const { key, target, repeat, ctrlKey, metaKey, altKey } = event;
    const isTyped = (target as Element).closest?.("input,textarea,select,[contenteditable]");
    if (!meant.has(key) || isTyped || repeat || ctrlKey || metaKey || altKey) return;
    held.add(key);
    page.send({ type: "key-down", key }, event);
  });
  // However it is let go: with others held, with Shift as another letter, or elsewhere when the window is left.
  page.on("keyup", (event: KeyboardEvent) => {
    for (const key of held) if (key.toLowerCase() === event.key.toLowerCase()) release(key, event);
  });
  page.on(
    "blur",
    (event: FocusEvent) => {
      for (const key of held) release(key, event);
    },
    window,
  );
}

/** Levers of how far the page is scrolled: over all of it they go through their range. */
export function scrollInput(page: Page): void {
  const hear = (event?: Event) => {
    const { scrollTop, scrollHeight, clientHeight } = document.scrollingElement as Element;
    for (const { id, of, range } of page.study.levers) {
      if (of.kind !== "scroll") continue;
      const share = scrollTop / (scrollHeight - clientHeight || 1);
      const value = range[0] + (range[1] - range[0]) * share;
      page.send({ type: "lever", lever: id, value }, event);
    }
  };
  page.on("scroll", hear);
  // A page may be somewhere already; at its beginning a lever stands where it begins.
  if (document.scrollingElement?.scrollTop) hear();
}

/** Levers that are sliders: every input of the page with `data-lever`. */
export function sliderInput(page: Page): void {
  page.on("input", (event: Event) => {
    const { dataset, valueAsNumber } = event.target as HTMLInputElement;
    if (dataset.lever)
      page.send({ type: "lever", lever: dataset.lever, value: valueAsNumber }, event);
  });
}
