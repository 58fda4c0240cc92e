import { copyKeys, recipeOf } from "@levitas/core/edit";
import { type ReactNode, useState } from "react";
import { withLists } from "../../api/Lists.tsx";
import { Button } from "../../ui/Button.tsx";
import { say } from "../../ui/notices.tsx";
import { Segmented } from "../../ui/Segmented.tsx";
import { useBench } from "../session/BenchContext.ts";
import { useRecipeActions } from "./useRecipes.ts";

const FIELD = "h-7 rounded-md border border-edge/40 bg-paper px-2 text-[13px] focus:border-spruce";

/** What the chosen keys are to be called as a recipe, and where figures stand that get it. */
export const SaveForm = withLists(Form);

function Form({ close }: { close: () => void }): ReactNode {
  const bench = useBench();
  const { keep } = useRecipeActions();
  const [stands, setStands] = useState<"start" | "end">("start");
  const save = (form: HTMLFormElement) => {
    const fields = new FormData(form);
    const name = String(fields.get("name") ?? "").trim();
    const copied = copyKeys(bench.study, bench.selection.keys);
    if (!copied || name === "") {
      say("A recipe needs a name and keys.");
      return;
    }
    const detail = String(fields.get("detail") ?? "").trim();
    keep.mutate(recipeOf(copied, { name, detail, stands }));
    close();
  };
  return (
    <form
      className="flex flex-col gap-2"
      onKeyDown={(event) => event.key !== "Escape" && event.stopPropagation()}
      onSubmit={(event) => {
        event.preventDefault();
        save(event.currentTarget);
      }}
    >
      <h2 className="font-semibold">Keep as a recipe</h2>
      <input
        name="name"
        aria-label="Name of the recipe"
        placeholder="Name"
        maxLength={80}
        className={FIELD}
      />
      <input
        name="detail"
        aria-label="What the recipe does"
        placeholder="What it does, in a few words"
        maxLength={200}
        className={FIELD}
      />
      <Segmented
        label="The figure stands where the motion"
        value={stands}
        options={[
          { value: "start", text: "Starts where it stands" },
          { value: "end", text: "Ends there" },
        ]}
        onChange={setStands}
      />
      <Button look="main" size="small" type="submit">
        Keep recipe
      </Button>
    </form>
  );
}
