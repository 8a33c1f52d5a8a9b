type Field = HTMLInputElement | HTMLTextAreaElement;

declare global {
  interface Window {
    /** What was typed before the page listened, by field; null once it listens. */
    typedEarly?: Map<Field, string> | null;
  }
}

/** Runs in the page before anything else of ours: what is typed on a slow phone while the rest still loads. */
export const NOTE_TYPED =
  'window.typedEarly=new Map();' +
  "addEventListener('input',function(e){var t=e.target;if(typedEarly&&/^(text|search|tel|email|password|number|url|textarea)$/.test(t.type))typedEarly.set(t,t.value)},true)";

/** Parts of a page come alive one after the other; the last of them on a slow phone within these. */
const LOOK_AGAIN_MS = [0, 300, 1000, 3000];

/** Sees to it that what was typed while a page still loaded is not only seen but known. @returns how to stop */
export function tellTyped(): () => void {
  const typed = [...(window.typedEarly ?? [])].map(([field, text]) => ({ field, text, before: field.defaultValue }));
  window.typedEarly = null;
  const timers = typed.length === 0 ? [] : LOOK_AGAIN_MS.map((ms) => setTimeout(() => typed.forEach(tell), ms));
  return () => timers.forEach(clearTimeout);
}

/** A field that the page knows has its text as its attribute too; one that was typed in since is left alone. */
function tell({ field, text, before }: { field: Field; text: string; before: string }) {
  const known = field.defaultValue === text;
  const since = field.value !== text && field.value !== before;
  if (!field.isConnected || known || since) return;
  const at = field === document.activeElement ? field.selectionStart : null;
  // The page's own setter takes it back to what the page knows; the browser's puts it in again as typing does.
  field.value = before;
  const proto = field instanceof HTMLTextAreaElement ? HTMLTextAreaElement.prototype : HTMLInputElement.prototype;
  Object.getOwnPropertyDescriptor(proto, 'value')!.set!.call(field, text);
  if (at !== null) field.setSelectionRange(at, at);
  field.dispatchEvent(new Event('input', { bubbles: true }));
}
