import { CURVE_KINDS, curveKindOf } from "@levitas/core/curve";
import type { ReactNode } from "react";
import { Button } from "../ui/Button.tsx";
import { ChevronIcon } from "../ui/icons.tsx";
import { Menu } from "../ui/Menu.tsx";
import { useDesk, useDeskCurve } from "./desk/DeskContext.ts";
import { asPath, soundCurve } from "./desk/desk.ts";

/** Which kind of curve it is. Choosing Path keeps the shape and gives it points. */
export function CurveKindMenu(): ReactNode {
  const desk = useDesk();
  const curve = useDeskCurve();
  const { label } = curveKindOf(curve);
  return (
    <Menu
      items={CURVE_KINDS.map((kind) => ({
        text: kind.label,
        chosen: kind.kind === curve.kind,
        ...(kind.kind === "path" && curve.kind !== "path" ? { hint: "keeps the shape" } : {}),
        onSelect: () => {
          if (kind.kind === curve.kind) return;
          desk.set(kind.kind === "path" ? asPath(soundCurve(curve)) : kind.initial, []);
        },
      }))}
    >
      <Button
        size="small"
        className="justify-between font-semibold"
        aria-label={`${label}: kind of curve`}
      >
        {label}
        <ChevronIcon size={14} />
      </Button>
    </Menu>
  );
}
