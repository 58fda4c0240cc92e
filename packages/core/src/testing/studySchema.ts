import { defaultMetadataStorage } from "class-transformer/cjs/storage.js";
import { validationMetadatasToSchemas } from "class-validator-jsonschema";
import { CURVE_KINDS, DIRECTIONS, KEYWORDS, STEP_POSITIONS } from "../curve/index.ts";
import { descriptionOf } from "../shape/decorators.ts";
import { DOCUMENT_CLASSES } from "../shape/studyShape.ts";
import { CHANNELS } from "../study/index.ts";

type Schema = Record<string, unknown>;

const NUMBER = { type: "number" };
const NAME = { type: "string", minLength: 1, maxLength: 200 };
const object = (properties: Schema, optional: readonly string[] = []): Schema => ({
  type: "object",
  properties,
  required: Object.keys(properties).filter((name) => !optional.includes(name)),
});
const ref = (name: string) => ({ $ref: `#/$defs/${name}` });

const ITEMS = ["tween", "group", "cue", "freeze", "shake"];
/** What decorators cannot say: unions, null, and what other tables than the classes decide. */
const OVERRIDES: Readonly<Record<string, Schema>> = {
  tether: {
    oneOf: [
      object({ to: { const: "start" }, offset: NUMBER }),
      object({ to: { const: "marker" }, id: NAME, offset: NUMBER }),
      object({ to: { const: "item" }, id: NAME, edge: { enum: ["start", "end"] }, offset: NUMBER }),
      object({ to: { const: "key" }, id: NAME, offset: NUMBER }),
    ],
  },
  item: { oneOf: ITEMS.map(ref) },
  spanCurve: { anyOf: [object({ shared: NAME }), ref("curve")] },
  curve: { oneOf: CURVE_KINDS.map((kind) => curveSchema(kind)) },
};
const FIELDS: Readonly<Record<string, Schema>> = {
  ...Object.fromEntries(ITEMS.map((type) => [`${type}.type`, { const: type }])),
  "key.time": { type: "number", minimum: 0 },
  ...Object.fromEntries(
    ["leverSource.figure", "trigger.figure", "takeEvent.figure"].map((field) => [
      field,
      { anyOf: [NAME, { type: "null" }] },
    ]),
  ),
  "figure.parent": { anyOf: [NAME, { type: "null" }] },
  "figure.rest": {
    type: "object",
    properties: Object.fromEntries(
      CHANNELS.map(({ id, kind }) => [
        id,
        kind === "color" ? { type: "string" } : kind === "switch" ? { enum: [0, 1] } : NUMBER,
      ]),
    ),
  },
  "sharedCurve.curve": ref("curve"),
  "key.value": {
    anyOf: [NUMBER, { type: "string", maxLength: 200 }, object({ found: { const: true } })],
  },
};
/** Fields that may be null, and fields that must be there though a decorator has a condition. */
const NULLABLE = ["tween.iterations", "group.iterations"];
const REQUIRED = ["figure.parent"];

/** The schema of one kind of curves, from its parameters. */
function curveSchema({ kind, parameters, directions }: (typeof CURVE_KINDS)[number]): Schema {
  const place = object({ x: NUMBER, y: NUMBER });
  const own: Readonly<Record<string, Schema>> = {
    "linear-stops": object({
      kind: { const: kind },
      stops: { type: "array", minItems: 2, items: object({ value: NUMBER, at: NUMBER }) },
    }),
    keyword: object({ kind: { const: kind }, name: { enum: Object.keys(KEYWORDS) } }),
    path: object({
      kind: { const: kind },
      points: {
        type: "array",
        minItems: 2,
        items: object({ x: NUMBER, y: NUMBER, in: place, out: place }, ["in", "out"]),
      },
    }),
  };
  if (own[kind]) return own[kind];
  const properties: Schema = { kind: { const: kind } };
  if (directions) properties.direction = { enum: DIRECTIONS };
  for (const { name, min, max, whole } of parameters)
    properties[name] = {
      type: whole ? "integer" : "number",
      ...(Number.isFinite(min) ? { minimum: min } : {}),
      ...(Number.isFinite(max) ? { maximum: max } : {}),
    };
  if (kind === "steps") properties.position = { enum: STEP_POSITIONS };
  // What was added later has a meaning when it is absent.
  return object(properties, kind === "ramp" ? ["turn"] : []);
}

/** `TweenShape` → `tween`. */
const nameOf = (className: string): string =>
  className.replace(/Shape$/, "").replace(/^./, (letter) => letter.toLowerCase());

/** The JSON Schema of study documents, from the classes that read them. */
export function studySchema(): Schema {
  const classes = validationMetadatasToSchemas({
    classTransformerMetadataStorage: defaultMetadataStorage as never,
    refPointerPrefix: "#/$defs/",
    additionalConverters: { isSpanCurve: ref("spanCurve"), isKeyValue: {} },
  }) as Record<string, Schema>;
  const defs: Record<string, Schema> = {};
  for (const type of DOCUMENT_CLASSES) {
    const schema = classes[type.name] ?? {};
    const name = nameOf(type.name);
    const properties = { ...(schema.properties as Record<string, Schema>) };
    for (const field of Object.keys(properties)) {
      const full = `${name}.${field}`;
      let own = FIELDS[full] ?? (renamed(properties[field]) as Schema);
      if (NULLABLE.includes(full)) own = { anyOf: [own, { type: "null" }] };
      const description = descriptionOf(type, field);
      properties[field] = description ? { ...own, description } : own;
    }
    if (name === "track") properties.keys = { ...properties.keys, items: ref("key") };
    const required = [
      ...((schema.required as string[] | undefined) ?? []),
      ...REQUIRED.filter((each) => each.startsWith(`${name}.`)).map((each) => each.split(".")[1]),
    ];
    defs[name] = { type: "object", properties, ...(required.length > 0 ? { required } : {}) };
  }
  const { study, ...rest } = defs;
  return {
    $schema: "https://json-schema.org/draft/2020-12/schema",
    $id: "levitas-study",
    title: "Levitas study, version 2",
    description:
      "Times in milliseconds, angles in degrees clockwise, lengths in px, colors as CSS colors. Order is array order. Fields not named here are kept. What crosses objects (ids, order of keys, cycles) is checked by checkStudy.",
    ...study,
    $defs: { ...rest, ...OVERRIDES },
  };
}

/** References to classes as references to our names. */
function renamed(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(renamed);
  if (typeof value !== "object" || value === null) return value;
  return Object.fromEntries(
    Object.entries(value).map(([name, inner]) => [
      name,
      name === "$ref" ? `#/$defs/${nameOf(String(inner).replace("#/$defs/", ""))}` : renamed(inner),
    ]),
  );
}
