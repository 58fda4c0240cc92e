import {
  cloneElement,
  lazy,
  type ReactElement,
  type ReactNode,
  Suspense,
  useRef,
  useState,
} from "react";

/** One line of a menu. */
export interface MenuItem {
  readonly text: string;
  readonly onSelect: () => void;
  readonly disabled?: boolean;
  readonly hint?: string;
  /** Why it cannot be chosen, as a sentence. */
  readonly why?: string | undefined;
  readonly chosen?: boolean;
}

const load = () => import("./MenuBody.tsx");
const MenuBody = lazy(async () => ({ default: (await load()).MenuBody }));

type TriggerProps = {
  ref?: (element: HTMLElement | null) => void;
  onClick?: () => void;
  onKeyDown?: (event: React.KeyboardEvent) => void;
  onPointerEnter?: () => void;
  onFocus?: () => void;
  "aria-haspopup"?: "menu";
  "aria-expanded"?: boolean;
};

/**
 * A button that opens a list of things to do. `children` is the button; `list` stands for items that are made late.
 * What positions the list is loaded the first time one is opened.
 */
export function Menu({
  children,
  items = [],
  list,
  align = "start",
}: {
  children: ReactElement<TriggerProps>;
  items?: readonly MenuItem[];
  list?: ReactNode;
  align?: "start" | "end";
}): ReactNode {
  const anchor = useRef<HTMLElement | null>(null);
  const [open, setOpen] = useState(false);
  const [everOpen, setEverOpen] = useState(false);
  const show = (next: boolean) => {
    setOpen(next);
    if (next) setEverOpen(true);
  };
  return (
    <>
      {cloneElement(children, {
        ref: (element) => {
          anchor.current = element;
        },
        onClick: () => show(!open),
        onKeyDown: (event) => {
          if (event.key !== "ArrowDown") return;
          event.preventDefault();
          event.stopPropagation();
          show(true);
        },
        onPointerEnter: load,
        onFocus: load,
        "aria-haspopup": "menu",
        "aria-expanded": open,
      })}
      {everOpen ? (
        <Suspense fallback={null}>
          <MenuBody
            open={open}
            close={() => show(false)}
            anchor={anchor}
            align={align}
            items={items}
            list={list}
          />
        </Suspense>
      ) : null}
    </>
  );
}
