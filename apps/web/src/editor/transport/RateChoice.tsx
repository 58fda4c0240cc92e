import type { ReactNode } from "react";
import { Button } from "../../ui/Button.tsx";
import { Menu } from "../../ui/Menu.tsx";
import { Segmented } from "../../ui/Segmented.tsx";
import { PLAY_RATES } from "../commands/timeCommands.ts";

const FRAME_RATES = [null, 8, 10, 12, 15, 24, 25, 30, 60, 120];

/** How fast it plays, and at how many frames a second it is shown (null: as the screen shows them). */
export function RateChoice({
  label,
  rate,
  emulate,
  setRate,
  setEmulate,
}: {
  label: string;
  rate: number;
  emulate: number | null;
  setRate: (rate: number) => void;
  setEmulate: (frameRate: number | null) => void;
}): ReactNode {
  const shown = emulate === null ? "fps" : `${emulate}f`;
  return (
    <>
      <Segmented
        label={label}
        value={String(rate)}
        options={PLAY_RATES.map((each) => ({ ...each, value: String(each.rate) }))}
        onChange={(next) => setRate(Number(next))}
      />
      <Menu
        align="end"
        items={FRAME_RATES.map((each) => ({
          text: each === null ? "As the screen shows" : `${each} frames a second`,
          chosen: each === emulate,
          onSelect: () => setEmulate(each),
        }))}
      >
        <Button
          size="small"
          title="Emulated frame rate"
          aria-label={`${shown}: emulated frame rate`}
        >
          {shown}
        </Button>
      </Menu>
    </>
  );
}
