import { isSpring } from "../curve/index.ts";
import { type Fault, type FaultList, shortValue } from "../fault/index.ts";
import {
  type Action,
  channelOf,
  eachItem,
  findChannel,
  type Live,
  type LiveReference,
  type LiveResponse,
  liveReferences,
  REST_POSE,
  type Study,
  type Trigger,
} from "../study/index.ts";
import {
  checkEither,
  checkValue,
  circlesOf,
  collect,
  dangling,
  duplicate,
  type Names,
} from "./references.ts";

/**
 * Checks the live part of a study: references to what is not there, poses without channels, levers without a range,
 * takes out of order, and responses that would feed each other without any time passing.
 */
export function checkLive(study: Study, live: Live, names: Names, faults: FaultList): void {
  const poses = collect(live.poses, "live.poses", faults);
  const levers = collect(live.levers, "live.levers", faults);
  const responses = collect(live.responses, "live.responses", faults);
  collect(live.takes, "live.takes", faults);
  const figure = (id: string | null | undefined, path: string) => {
    if (id !== null && id !== undefined && !names.figures.has(id))
      faults.push(dangling(path, "figure", id));
  };
  live.poses.forEach(({ id, values }, i) => {
    const path = `live.poses[${i}]`;
    if (id === REST_POSE) faults.push(duplicate(`${path}.id`, id));
    const figures = Object.entries(values).filter(([figureId, channels]) => {
      if (typeof channels === "object" && channels !== null) return true;
      faults.push({
        code: "not-an-object",
        path: `${path}.values.${figureId}`,
        message: `Found ${shortValue(channels)}.`,
        cure: 'Give the values of its channels, such as {"x": 40}.',
      });
      return false;
    });
    if (!figures.some(([, channels]) => Object.keys(channels).length > 0))
      faults.push({
        code: "pose-without-channels",
        path,
        message: "Found a pose that says nothing of any channel.",
        cure: "Give it the values of some channels, or delete it.",
      });
    for (const [figureId, channels] of figures) {
      figure(figureId, `${path}.values.${figureId}`);
      for (const [channelId, value] of Object.entries(channels)) {
        const channel = findChannel(channelId);
        if (channel)
          faults.push(...checkValue(value, channel, `${path}.values.${figureId}.${channelId}`));
      }
    }
  });
  live.levers.forEach((lever, i) => {
    const path = `live.levers[${i}]`;
    if ("figure" in lever.of) figure(lever.of.figure, `${path}.of.figure`);
    if (lever.range[0] >= lever.range[1])
      faults.push({
        code: "lever-without-range",
        path: `${path}.range`,
        message: `Found a range from ${lever.range[0]} to ${lever.range[1]}.`,
        cure: "Give the least value first, and a greater one after it.",
      });
    if (lever.spring) {
      faults.push(...checkEither(lever.spring, names, `${path}.spring`));
      if (!isSpring(lever.spring))
        faults.push({
          code: "not-a-spring",
          path: `${path}.spring`,
          message: `Found ${shortValue(lever.spring.kind)}.`,
          cure: "Give a spring: a lever follows by a spring or a lag.",
        });
    }
  });
  const isPose = (id: string) => id === REST_POSE || poses.has(id);
  const there: Readonly<Record<LiveReference, (id: string) => boolean>> = {
    pose: isPose,
    figure: (id) => names.figures.has(id),
    marker: (id) => names.markers.has(id),
    item: (id) => names.items.has(id),
    lever: (id) => levers.has(id),
    response: (id) => responses.has(id),
  };
  const isThere = (of: LiveReference, id: string) => there[of](id);
  live.responses.forEach((response, i) => {
    const path = `live.responses[${i}]`;
    const { when, inPose, how } = response;
    checkReferences(when, `${path}.when`, isThere, faults);
    if (inPose !== undefined && !isPose(inPose))
      faults.push(dangling(`${path}.inPose`, "pose", inPose));
    faults.push(...checkEither(how.curve, names, `${path}.how.curve`));
    response.then.forEach((action, k) => {
      const at = `${path}.then[${k}]`;
      checkReferences(action, at, isThere, faults);
      if ("channel" in action && !["number", "angle"].includes(channelOf(action.channel).kind))
        faults.push({
          code: "not-added",
          path: `${at}.channel`,
          message: `Found ${shortValue(action.channel)}, to which nothing can be added.`,
          cure: "Choose a channel of numbers, or go to a pose.",
        });
    });
  });
  live.takes.forEach(({ events }, i) => {
    let before = 0;
    for (const [k, { time }] of events.entries()) {
      if (time < before) {
        faults.push({
          code: "events-out-of-order",
          path: `live.takes[${i}].events[${k}].time`,
          message: `Found ${time} after ${before}.`,
          cure: "Put the events in order of their times.",
        });
        break;
      }
      before = time;
    }
  });
  for (const circle of feedingCircles(study, live)) faults.push(circle);
}

/** Whether what a trigger or an action refers to is there. */
function checkReferences(
  part: Trigger | Action,
  path: string,
  isThere: (of: LiveReference, id: string) => boolean,
  faults: FaultList,
): void {
  for (const { of, id, path: field } of liveReferences(part))
    if (!isThere(of, id)) faults.push(dangling(`${path}.${field}`, of, id));
}

/** Whether a response has arrived in the moment in which it begins. */
function takesNoTime({ then, how }: LiveResponse): boolean {
  const goesByPhysics = "kind" in how.curve && isSpring(how.curve);
  return then.every(
    (each) =>
      each.do === "set" ||
      each.do === "seek" ||
      (each.do !== "play" && !goesByPhysics && how.duration === 0),
  );
}

/** Responses that begin when another one has arrived, in a circle in which nothing takes any time. */
function feedingCircles(study: Study, { responses }: Live): Fault[] {
  const next = new Map<string, string | null>();
  for (const response of responses) {
    const { id, when } = response;
    next.set(id, when.on === "arrived" && takesNoTime(response) ? when.response : null);
  }
  const indexOf = new Map(responses.map(({ id }, i) => [id, i]));
  const faults = circlesOf(next).map(
    (circle): Fault => ({
      code: "response-loop",
      path: `live.responses[${indexOf.get(circle[0] as string)}].when`,
      message: `Found ${circle.length === 1 ? "an answer that waits for itself" : `${circle.length} answers that wait for each other`} and take no time.`,
      cure: "Let one of them take some time, or wait for something else.",
    }),
  );
  // A cue that begins the part which sounds it, and so itself, again and again.
  responses.forEach(({ when, then }, i) => {
    if (when.on !== "cue") return;
    for (const item of eachItem(study.sequence)) {
      if (item.type !== "cue" || item.name !== when.cue || item.tether.to !== "marker") continue;
      const { id, offset } = item.tether;
      if (offset !== 0 || !then.some((each) => each.do === "play" && each.from === id)) continue;
      faults.push({
        code: "response-loop",
        path: `live.responses[${i}].when`,
        message: `Found an answer to the cue “${when.cue}” that plays from where the cue is.`,
        cure: "Play from somewhere else, or put the cue a little later.",
      });
    }
  });
  return faults;
}
