import { createStore, useStore } from "zustand";

/** What is to be brought in: a text, empty for one that is to be given; null while nothing is. */
export const bringing = createStore<{ readonly text: string | null; readonly name: string }>(
  () => ({ text: null, name: "" }),
);

/** Opens the form in which motion of another origin is brought in; null closes it. */
export const bring = (text: string | null = "", name = "") => bringing.setState({ text, name });

/** Whether that form is open. */
export const useIsBringing = () => useStore(bringing, ({ text }) => text !== null);
