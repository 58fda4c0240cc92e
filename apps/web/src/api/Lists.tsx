import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import type { ComponentType, ReactNode } from "react";
import { onStaleList } from "./stale.ts";

/** What the server's lists are kept in while the page lives. */
export const lists = new QueryClient({
  defaultOptions: { queries: { retry: 1, refetchOnWindowFocus: false } },
});
onStaleList((list) => void lists.invalidateQueries({ queryKey: [list] }));

/** Gives what is inside of it the server's lists; every part that reads one stands in it. */
export function Lists({ children }: { children: ReactNode }): ReactNode {
  return <QueryClientProvider client={lists}>{children}</QueryClientProvider>;
}

/** A part of the page that reads lists, wherever it stands. */
export function withLists<Props extends object>(Part: ComponentType<Props>): ComponentType<Props> {
  return (props) => (
    <Lists>
      <Part {...props} />
    </Lists>
  );
}
