import type { ReactNode } from "react";
import { Link } from "react-router";
import { Header } from "./Header.tsx";

/** An address that leads nowhere. */
export function NotFound(): ReactNode {
  return (
    <div className="flex h-full flex-col">
      <Header>
        <span className="font-semibold">Levitas</span>
      </Header>
      <main className="m-auto text-center">
        <h1 className="text-lg font-semibold">There is nothing at this address</h1>
        <p className="mt-1 text-muted">Check the address, or choose one of your studies.</p>
        <Link to="/" className="mt-4 inline-block text-spruce underline">
          Go to the studies
        </Link>
      </main>
    </div>
  );
}
