import type { ReactNode } from "react";
import { Link } from "react-router";
import { Mark } from "../ui/icons.tsx";
import { ThemeButton } from "./ThemeButton.tsx";

/** The bar at the top of every screen: where one is on the left, what can be done on the right. */
export function Header({
  children,
  actions,
}: {
  children: ReactNode;
  actions?: ReactNode;
}): ReactNode {
  return (
    <header className="flex h-12 shrink-0 items-center gap-3 border-b border-rule bg-raised px-4">
      <Link to="/" aria-label="All studies" className="rounded-lg">
        <Mark />
      </Link>
      {children}
      <div className="ml-auto flex items-center gap-2">
        {actions}
        <ThemeButton />
      </div>
    </header>
  );
}
