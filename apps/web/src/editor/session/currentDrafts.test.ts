import { emptyStudy, STUDY_VERSION, type Study } from "@levitas/core/study";
import type { LeftDraft } from "../../keeping/drafts.ts";
import { withCurrentDrafts } from "./currentDrafts.ts";
import type { FoundStudy } from "./openStudy.ts";

const draft = (content: Study): LeftDraft<Study> => ({
  ...{ content, id: "gate", madeFrom: 3, at: 5, isOwn: true },
  takeOver: () => undefined,
  forget: () => undefined,
});
const found = (...drafts: LeftDraft<Study>[]) =>
  ({ stored: { id: "gate", document: emptyStudy("Gate") }, drafts }) as unknown as FoundStudy;

describe("unsaved work that an older program left", () => {
  it("comes back migrated, with all that belongs to it", async () => {
    const figure = {
      ...{ id: "box", name: "Box", kind: "block", parent: null, hue: "slate", rest: {} },
      ...{ pivot: { x: 0, y: 0 }, look: { clip: true } },
    };
    const old = { ...emptyStudy("Gate"), version: 1, figures: [figure] } as unknown as Study;
    const before = draft(old);
    const [after] = (await withCurrentDrafts(found(before))).drafts;
    expect(after?.content.version).toBe(STUDY_VERSION);
    expect(after?.content.figures[0]?.look).toEqual({ hidesOverflow: true });
    expect(after).toMatchObject({ madeFrom: 3, forget: before.forget, takeOver: before.takeOver });
  });

  it("stays as it is where it is of this version, or cannot be read", async () => {
    const current = found(draft(emptyStudy("Gate")));
    expect(await withCurrentDrafts(current)).toBe(current);
    const broken = draft({ version: 1 } as unknown as Study);
    expect((await withCurrentDrafts(found(broken))).drafts[0]).toBe(broken);
  });
});
