import {
  modeHsl,
  modeHwb,
  modeLab,
  modeLch,
  modeLrgb,
  modeOklab,
  modeOklch,
  modeP3,
  modeRgb,
  modeXyz65,
  useMode,
} from "culori/fn";

// culori knows only the colour spaces that are named to it; these are the ones CSS text can use.
for (const mode of [
  modeRgb,
  modeLrgb,
  modeXyz65,
  modeOklab,
  modeOklch,
  modeLab,
  modeLch,
  modeHsl,
  modeHwb,
  modeP3,
])
  useMode(mode as Parameters<typeof useMode>[0]);
