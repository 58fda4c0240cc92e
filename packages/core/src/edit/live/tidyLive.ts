import type { Draft } from "immer";
import {
  type Action,
  eachItem,
  followsLever,
  type Lever,
  type Live,
  type LiveResponse,
  REST_POSE,
  type Study,
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
  const thenOf = (then: Action): Action | undefined => {
    if ("pose" in then) return poseIds.has(then.pose) ? then : undefined;
    if (then.do === "next") {
      const left = then.poses.filter((id) => poseIds.has(id));
      return left.length === 0 ? undefined : { ...then, poses: left };
    }
    if ("figure" in then) return figures.has(then.figure) ? then : undefined;
    if (then.do === "seek") return markers.has(then.marker) ? then : undefined;
    if (then.do !== "play") return then;
    if (then.item !== undefined && !items.has(then.item)) return undefined;
    const { from, to, ...rest } = then;
    return {
      ...rest,
      ...(from !== undefined && markers.has(from) ? { from } : {}),
      ...(to !== undefined && markers.has(to) ? { to } : {}),
    };
  };
  let responses = live.responses.flatMap((response): LiveResponse[] => {
    const { when, inPose, ...rest } = response;
    if ("figure" in when && when.figure !== null && !figures.has(when.figure)) return [];
    if ("lever" in when && !leverIds.has(when.lever)) return [];
    const then = response.then.flatMap((each) => thenOf(each) ?? []);
    if (then.length === 0) return [];
    const kept = inPose === undefined || poseIds.has(inPose) ? { inPose } : {};
    return [{ ...rest, ...(kept.inPose === undefined ? {} : { inPose: kept.inPose }), when, then }];
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
