import type { ReactNode } from "react";
import { Link, useRevalidator, useRouteError } from "react-router";
import { ApiError } from "../api/client.ts";
import { Button } from "../ui/Button.tsx";
import { Header } from "./Header.tsx";
import { Nav } from "./Nav.tsx";

/** Shown in place of a screen that could not be read or drawn: the reason, a way to try again, and a way out. */
export function RouteFault({
  name,
  list,
}: {
  /** The screen as a person knows it: "The bench". */
  readonly name: string;
  /** Where one can go instead. */
  readonly list: { readonly to: string; readonly text: string };
}): ReactNode {
  const error = useRouteError();
  const { revalidate, state } = useRevalidator();
  const message = error instanceof Error ? error.message : String(error);
  return (
    <div className="flex h-full flex-col">
      <Header>
        <Nav />
      </Header>
      <main className="p-6">
        {error instanceof ApiError ? null : (
          <p className="mb-1">
            <strong className="font-semibold">{name} could not be shown.</strong> Your work is kept.
          </p>
        )}
        <p role="alert" className="text-fault">
          {message}
        </p>
        <p className="mt-3 flex items-center gap-3">
          <Button disabled={state !== "idle"} onClick={() => revalidate()}>
            Try again
          </Button>
          <Link to={list.to} className="text-spruce underline">
            {list.text}
          </Link>
        </p>
      </main>
    </div>
  );
}
