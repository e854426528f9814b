// The dialogs of a page. They are all in it from the start; looking through the whole page for them at every key would be
// felt in a long block.
import { all } from './dom.js';

const dialogs = all('dialog', document, HTMLDialogElement);

/** Whether something is asked, and keys and the room behind it must wait. */
export function asking() {
  return dialogs.some((dialog) => dialog.open);
}

export function closeDialogs() {
  dialogs.filter((dialog) => dialog.open).forEach((dialog) => dialog.close());
}
