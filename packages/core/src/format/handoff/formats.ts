import type { Study } from "../../study/index.ts";
import { cssFormat } from "./cssFormat.ts";
import { cuesFormat } from "./cuesFormat.ts";
import { curvesFormat } from "./curvesFormat.ts";
import { framesFormat } from "./framesFormat.ts";
import { functionFormat } from "./functionFormat.ts";
import type { HandoffFormat } from "./handoffFormat.ts";
import { liveFormat } from "./liveFormat.ts";
import { moduleFormat } from "./moduleFormat.ts";
import { pageFormat } from "./pageFormat.ts";
import { pictureFormat, spriteFormat } from "./pictureFormats.ts";
import { reactFormat } from "./reactFormat.ts";
import { stillFormat } from "./stillFormat.ts";
import { svgFormat } from "./svgFormat.ts";
import { tokensFormat } from "./tokensFormat.ts";
import { transitionFormat } from "./transitionFormat.ts";

/** The formats, in the order they are offered. */
export const HANDOFF_FORMATS: readonly HandoffFormat[] = [
  cssFormat,
  pageFormat,
  moduleFormat,
  reactFormat,
  transitionFormat,
  liveFormat,
  cuesFormat,
  functionFormat,
  framesFormat,
  curvesFormat,
  tokensFormat,
  svgFormat,
  pictureFormat,
  spriteFormat,
  stillFormat,
];

/** The formats that have anything of a study. */
export const formatsFor = (study: Study): readonly HandoffFormat[] =>
  HANDOFF_FORMATS.filter(({ suits }) => suits?.(study) ?? true);
