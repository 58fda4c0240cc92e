import { Toast } from "radix-ui";
import type { ReactNode } from "react";
import { Button, IconButton } from "./Button.tsx";
import { CloseIcon } from "./icons.tsx";
import type { Notice } from "./notices.tsx";

/** How long notices stay, ms; while the pointer or the keyboard is on one it stays. */
const SHOWN = { said: 3500, action: 12_000, fault: 12_000 };

/** A notice at the foot of the window. F8 goes to it, a swipe puts it away. */
export function NoticeToast({
  notice: { id, text, tone, action },
  close,
}: {
  notice: Notice;
  close: () => void;
}): ReactNode {
  const duration = tone === "fault" ? SHOWN.fault : action ? SHOWN.action : SHOWN.said;
  return (
    <Toast.Provider label="Notice" swipeDirection="down">
      <Toast.Root
        key={id}
        data-notice={tone}
        duration={duration}
        // Faults are said at once, the rest when there is a pause.
        type={tone === "fault" ? "foreground" : "background"}
        onOpenChange={(open) => open || close()}
        className={`pointer-events-auto flex max-w-[640px] items-center gap-3 rounded-lg bg-tip py-1.5 pr-2 pl-4 text-on-tip ${tone === "fault" ? "border-l-4 border-fault" : ""}`}
      >
        <Toast.Description>{text}</Toast.Description>
        {action ? (
          <Toast.Action altText={action.text} asChild>
            <Button look="main" size="small" onClick={action.run}>
              {action.text}
            </Button>
          </Toast.Action>
        ) : null}
        <Toast.Close asChild>
          <IconButton label="Close this notice" size="small" tone="tip">
            <CloseIcon size={14} />
          </IconButton>
        </Toast.Close>
      </Toast.Root>
      <Toast.Viewport className="pointer-events-none fixed inset-x-0 bottom-14 z-50 flex justify-center px-4" />
    </Toast.Provider>
  );
}
