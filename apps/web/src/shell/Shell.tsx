import type { ReactNode } from "react";
import { Outlet, useNavigation } from "react-router";

/** What surrounds every screen: while the next one is on its way, a line at the top tells so. */
export function Shell(): ReactNode {
  const { state } = useNavigation();
  return (
    <>
      <Outlet />
      {state === "loading" ? (
        <div
          role="progressbar"
          aria-label="Opening"
          className="fixed inset-x-0 top-0 z-50 h-0.5 animate-pulse bg-marigold"
        />
      ) : null}
    </>
  );
}
