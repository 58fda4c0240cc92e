import { firstStudy } from "@levitas/core/study";
import { useQuery } from "@tanstack/react-query";
import { nanoid } from "nanoid";
import type { ReactNode } from "react";
import { useNavigate } from "react-router";
import { demoQueries } from "../api/queries.ts";
import { Button } from "../ui/Button.tsx";
import { PlusIcon } from "../ui/icons.tsx";
import { Menu } from "../ui/Menu.tsx";
import { useStudyActions } from "./useStudies.ts";

/** Makes a study from nothing or from a demo, and opens it. */
export function NewStudyMenu(): ReactNode {
  const navigate = useNavigate();
  const { create } = useStudyActions();
  const demos = useQuery(demoQueries.list());
  const open = (from: Parameters<typeof create.mutate>[0]) =>
    create.mutate(from, { onSuccess: (study) => navigate(`/studies/${study.id}`) });
  return (
    <Menu
      align="end"
      items={[
        {
          text: "From nothing",
          hint: "a ball, two keys",
          onSelect: () => open({ document: firstStudy("New study", () => nanoid(8)) }),
        },
        ...(demos.data?.demos.map(({ name, title }) => ({
          text: title,
          hint: "demo",
          onSelect: () => open({ demo: name }),
        })) ?? []),
      ]}
    >
      <Button look="main">
        <PlusIcon size={14} />
        New study
      </Button>
    </Menu>
  );
}
