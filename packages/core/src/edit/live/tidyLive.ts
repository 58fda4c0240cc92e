import type { Draft } from "immer";
import {
  eachItem,
  followsLever,
  type Lever,
  type Live,
  type LiveReference,
  type LiveResponse,
  REST_POSE,
  type Study,
  withoutMissing,
} from "../../study/index.ts";

/**
 * Takes what refers to nothing out of the live part of a study, after figures, markers, items, poses, levers or
 * responses were deleted: values of poses, levers at figures, what responses wait for and what they do. A response of
 * which nothing is left is deleted, and so are followers of a deleted lever.
 */
export function tidyLive(draft: Draft<Study>): void {
  if (!draft.live) return;
  const live = draft.live as Live;
  const ids = (list: readonly { readonly id: string }[]) => new Set(list.map(({ id }) => id));
  const figures = ids(draft.figures);
  const markers = ids(draft.markers);
  const items = new Set<string>();
  for (const item of eachItem(draft.sequence as Study["sequence"])) items.add(item.id);
  const poses = live.poses.flatMap((pose) => {
    const values = Object.entries(pose.values).filter(([figure]) => figures.has(figure));
    if (values.length === 0) return [];
    return [
      values.length === Object.keys(pose.values).length
        ? pose
        : { ...pose, values: Object.fromEntries(values) },
    ];
  });
  const isThere = ({ of }: Lever) =>
    !("figure" in of) || of.figure === null || figures.has(of.figure);
  const levers = live.levers.filter(isThere);
  const leverIds = ids(levers);
  const poseIds = ids(poses).add(REST_POSE);
  const responseIds = ids(live.responses);
  const left: Readonly<Record<LiveReference, ReadonlySet<string>>> = {
    ...{ figure: figures, pose: poseIds, marker: markers, item: items, lever: leverIds },
    response: responseIds,
  };
  const isLeft = (of: LiveReference, id: string) => left[of].has(id);
  let responses = live.responses.flatMap((response): LiveResponse[] => {
    const { inPose, ...rest } = response;
    const when = withoutMissing(response.when, isLeft);
    const then = response.then.flatMap((each) => withoutMissing(each, isLeft) ?? []);
    if (!when || then.length === 0) return [];
    const isKept = inPose !== undefined && poseIds.has(inPose);
    return [{ ...rest, ...(isKept ? { inPose } : {}), when, then }];
  });
  for (let count = -1; count !== responses.length; ) {
    count = responses.length;
    const left = ids(responses);
    responses = responses.filter(({ when }) => when.on !== "arrived" || left.has(when.response));
  }
  draft.live = { ...live, poses, levers, responses } as Draft<Live>;
  draft.followers = draft.followers.filter(
    ({ source }) => !followsLever(source) || leverIds.has(source.lever),
  );
}
