import { faultText } from "@levitas/core/fault";
import {
  type EncodedPlan,
  HANDOFF_FORMATS,
  isEncoded,
  isSelector,
  readHandoffSettings,
} from "@levitas/core/format";
import type { Study } from "@levitas/core/study";
import { fontsOf } from "./fonts.ts";
import { InputFault } from "./inputFault.ts";
import type { MadePicture } from "./pictures/makePicture.ts";
import { provePicture } from "./pictures/provePicture.ts";
import { prove } from "./prove.ts";
import type { Streams } from "./streams.ts";
import { readStudyFile } from "./studyFile.ts";
import { writeOut } from "./writeOut.ts";

/** What `levitas handoff` is called with, the study apart. */
export interface HandoffArguments {
  readonly as: string;
  readonly out?: string;
  /** `name=value`, several times. */
  readonly set?: readonly string[];
  /** Names of the figures that leave; all if absent. */
  readonly figures?: readonly string[];
  /** `figure=selector`, several times: selectors in place of classes. */
  readonly selectors?: readonly string[];
  /** Whether what left is compared with the motion. */
  readonly proof?: boolean;
}

/** `levitas handoff STUDY.json --as FORMAT`: what leaves, on standard output or into a file. */
export async function handoff(
  file: string,
  { as, out, set = [], figures, selectors = [], proof = false }: HandoffArguments,
  streams: Streams,
  refuse: (message: string) => never,
): Promise<void> {
  const format = HANDOFF_FORMATS.find((each) => each.id === as);
  if (!format)
    return refuse(
      `error: there is no format ${JSON.stringify(as)}; give one of ${HANDOFF_FORMATS.map((each) => each.id).join(", ")}`,
    );
  const pairOf = (option: string, text: string): [string, string] => {
    const at = text.indexOf("=");
    if (at < 1) return refuse(`error: --${option} ${text}: write it as name=value`);
    return [text.slice(0, at), text.slice(at + 1)];
  };
  const said = set.map((text) => pairOf("set", text));
  const study = await readStudyFile(file);
  const settings = readHandoffSettings(format, study, Object.fromEntries(said));
  if (!settings.ok) return refuse(`error: --set ${settings.faults.map(faultText).join(" ")}`);
  const choosesFigures = format.choosesFigures?.(settings.value);
  if (selectors.length > 0 && choosesFigures !== "selected")
    return refuse(`error: ${format.label} names its figures itself; leave --selectors out`);
  if (figures && !choosesFigures)
    return refuse(`error: ${format.label} has all figures; leave --figures out`);
  const plan = format.picture?.(study, settings.value);
  if (plan && !isEncoded(plan))
    return refuse(
      "error: Video is written by a browser: it is made in the hand-off's room. GIF and APNG leave from here.",
    );
  if (plan && out === undefined)
    return refuse(`error: ${format.label} is no text; give a file with --out`);
  const own = selectors.map((text): [string, string] => {
    const [name, selector] = pairOf("selectors", text);
    const [id = ""] = idsOf(study, [name], refuse);
    if (!isSelector(selector))
      return refuse(`error: --selectors ${text}: give a selector of CSS, such as ".pass"`);
    return [id, selector];
  });
  const parts = {
    ...(figures ? { figures: idsOf(study, figures, refuse) } : {}),
    selectors: Object.fromEntries(own),
    fonts: await fontsOf(study),
  };
  const writer = await format.load();
  for (const { what, cure } of writer.limits?.(study, settings.value) ?? [])
    streams.error(`${what} ${cure}`);
  if (plan) {
    const picture = await picturesOf(study, plan, parts.figures, streams);
    await writeOut(picture.bytes, out, streams);
    if (!proof) return;
    const proven = await provePicture(plan, picture);
    streams.error(`${proven.isSame ? "Proven" : "Not the same"}: ${proven.found}.`);
    if (!proven.isSame) throw new InputFault([`${file}: what left differs from what was drawn.`]);
    return;
  }
  const { text } = writer.write(study, settings.value, parts);
  await writeOut(text, out, streams);
  if (!proof) return;
  const proven = await prove(study, as, settings.value, text);
  if (!proven)
    return refuse(
      `error: ${format.label} runs in a browser: its proof is in the hand-off's room. Without one pictures, frames and functions (as=js) are proven.`,
    );
  const { moments, worst, where } = proven;
  streams.error(
    worst > PROVEN_WITHIN
      ? `Not the same: ${worst} off, ${where}.`
      : `Proven at ${moments} moments: at most ${worst} off.`,
  );
  if (worst > PROVEN_WITHIN) throw new InputFault([`${file}: what left differs from the motion.`]);
}

/** Draws a picture; what its typefaces lack is said. Loaded when it is asked for: the renderer takes its time. */
async function picturesOf(
  study: Study,
  plan: EncodedPlan,
  figures: ReadonlySet<string> | undefined,
  streams: Streams,
): Promise<MadePicture> {
  const [{ pictureFonts }, { makePicture }] = await Promise.all([
    import("./pictures/typefaces.ts"),
    import("./pictures/makePicture.ts"),
  ]);
  const fonts = await pictureFonts(study);
  if (fonts.missing.length > 0)
    streams.error(
      `The scene's typefaces do not have ${fonts.missing.join(" ")}: these letters are left out. In the hand-off's room the browser has others for them.`,
    );
  return makePicture(study, plan, { fonts, figures });
}

/** The difference that counts as none, in the unit of each channel. */
const PROVEN_WITHIN = 1e-9;

function idsOf(
  study: Study,
  names: readonly string[],
  refuse: (message: string) => never,
): ReadonlySet<string> {
  const ids = names.map((name) => {
    const figure = study.figures.find((each) => each.name === name || each.id === name);
    if (figure) return figure.id;
    const known = study.figures.map((each) => each.name).join(", ");
    return refuse(`error: there is no figure ${JSON.stringify(name)}; give some of ${known}`);
  });
  return new Set(ids);
}
