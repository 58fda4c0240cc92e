import { index, integer, real, sqliteTable, text } from "drizzle-orm/sqlite-core";

/** Studies, deleted ones too until their grace time is over. */
export const studies = sqliteTable(
  "studies",
  {
    id: text("id").primaryKey(),
    name: text("name").notNull(),
    /** The name as it is searched: lower case, without accents. */
    folded: text("folded").notNull(),
    /** The study document, JSON. */
    document: text("document").notNull(),
    /** Proof that `document` is as it was when it was checked; absent for rows of older versions. */
    digest: text("digest"),
    /** What a card plays in miniature, JSON. */
    thumbnail: text("thumbnail").notNull(),
    /** ms. */
    duration: real("duration").notNull(),
    /** Counts up with every save, from 1. */
    revision: integer("revision").notNull(),
    /** ms since 1970. */
    createdAt: integer("created_at").notNull(),
    changedAt: integer("changed_at").notNull(),
    deletedAt: integer("deleted_at"),
    /** What was chosen for its hand-offs, JSON; absent where nothing was. */
    handoff: text("handoff"),
  },
  (table) => [index("studies_changed").on(table.deletedAt, table.changedAt)],
);

/** What the server remembers about itself. */
export const notes = sqliteTable("notes", {
  key: text("key").primaryKey(),
  value: text("value").notNull(),
});

/** Curves of one's own, deleted ones too until their grace time is over. */
export const curves = sqliteTable(
  "curves",
  {
    id: text("id").primaryKey(),
    name: text("name").notNull(),
    /** The curve as text, in full precision. */
    notation: text("notation").notNull(),
    /** A list of words, JSON. */
    tags: text("tags").notNull(),
    notes: text("notes").notNull(),
    /** The time it is meant for, ms. */
    duration: real("duration").notNull(),
    /** Counts up with every save, from 1. */
    revision: integer("revision").notNull(),
    /** ms since 1970. */
    createdAt: integer("created_at").notNull(),
    changedAt: integer("changed_at").notNull(),
    deletedAt: integer("deleted_at"),
  },
  (table) => [index("curves_changed").on(table.deletedAt, table.changedAt)],
);

/** Recipes of one's own, deleted ones too until their grace time is over. */
export const recipes = sqliteTable(
  "recipes",
  {
    id: text("id").primaryKey(),
    name: text("name").notNull(),
    /** The recipe, JSON. */
    document: text("document").notNull(),
    /** ms since 1970. */
    createdAt: integer("created_at").notNull(),
    deletedAt: integer("deleted_at"),
  },
  (table) => [index("recipes_made").on(table.deletedAt, table.createdAt)],
);
