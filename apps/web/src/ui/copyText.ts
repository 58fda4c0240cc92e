import { say } from "./notices.tsx";

/** Puts text on the clipboard and says so. */
export async function copyText(text: string, what: string): Promise<void> {
  try {
    await navigator.clipboard.writeText(text);
    say(`Copied ${what}.`);
  } catch (error) {
    if (!(error instanceof DOMException)) throw error;
    say(`The browser did not let ${what} be copied. Select the text and copy it by hand.`, {
      tone: "fault",
    });
  }
}
