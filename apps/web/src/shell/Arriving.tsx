import type { ReactNode } from "react";
import { Header } from "./Header.tsx";
import { Nav } from "./Nav.tsx";

/** The first screen of a page while what it shows is read. */
export function Arriving({ text }: { readonly text: string }): ReactNode {
  return (
    <div className="flex h-full flex-col">
      <Header>
        <Nav />
      </Header>
      <main className="p-6 text-muted">{text}</main>
    </div>
  );
}
