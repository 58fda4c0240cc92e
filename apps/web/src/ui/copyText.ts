import { say } from "./notices.tsx";

/** Puts text on the clipboard and says so. */
export async function copyText(text: string, what: string): Promise<void> {
  if ((await throughClipboard(text)) || throughSelection(text)) say(`Copied ${what}.`);
  else
    say(`The browser did not let ${what} be copied. Select the text and copy it by hand.`, {
      tone: "fault",
    });
}

async function throughClipboard(text: string): Promise<boolean> {
  // Absent where the page came by plain HTTP from another machine.
  if (!navigator.clipboard) return false;
  try {
    await navigator.clipboard.writeText(text);
    return true;
  } catch (error) {
    if (error instanceof DOMException) return false;
    throw error;
  }
}

/** The older way, which needs no permission. */
function throughSelection(text: string): boolean {
  const field = document.createElement("textarea");
  field.value = text;
  field.className = "fixed opacity-0";
  document.body.append(field);
  field.select();
  const copied = document.execCommand("copy");
  field.remove();
  return copied;
}
