import { printCurve } from "@levitas/core/curve";
import { NAME_LENGTH } from "@levitas/core/format";
import { type ReactNode, useState } from "react";
import { useNavigate } from "react-router";
import { copyCurve } from "../curve-editor/copyCurve.ts";
import { copyText } from "../ui/copyText.ts";
import type { MenuItem } from "../ui/Menu.tsx";
import { NameField } from "../ui/NameField.tsx";
import type { Entry } from "./entries.ts";
import { roomAddress } from "./roomAddress.ts";
import { useCurveActions } from "./useCurves.ts";

/** What can be done with a curve of the gallery, and the field for its name while that is changed. */
export function useEntryMenu(entry: Entry): {
  items: readonly MenuItem[];
  renameField: ReactNode;
} {
  const navigate = useNavigate();
  const { duplicate, remove, rename, keep } = useCurveActions();
  const [naming, setNaming] = useState(false);
  const { curve, name, detail, own } = entry;
  const title = `${name} ${own ? "" : detail}`.trim();
  const items: MenuItem[] = [
    { text: "Open in the curve room", onSelect: () => navigate(roomAddress(entry)) },
    { text: "Copy as CSS", onSelect: () => void copyCurve(curve, `${title} as CSS`) },
    { text: "Copy as text", onSelect: () => void copyText(printCurve(curve), title) },
  ];
  if (own)
    items.push(
      { text: "Rename", onSelect: () => setNaming(true) },
      { text: "Duplicate", onSelect: () => duplicate.mutate(own.id) },
      { text: "Delete", onSelect: () => remove.mutate(own) },
    );
  else
    items.push({
      text: "Save to my curves",
      onSelect: () => keep({ name: title, curve, tags: [], notes: "", duration: 800 }),
    });
  const finish = (typed: string) => {
    setNaming(false);
    const next = typed.trim();
    if (own && next !== "" && next !== own.name) rename.mutate({ curve: own, name: next });
  };
  const renameField = naming ? (
    <NameField
      label="Name of the curve"
      name={name}
      most={NAME_LENGTH}
      take={finish}
      cancel={() => setNaming(false)}
    />
  ) : null;
  return { items, renameField };
}
