import { onKeyStroke } from '@vueuse/core';

/**
 * What a key does on a stage: once a press, never while it is held, with a modifier, or where the control that has the
 * focus wants it.
 */
export function useKeys(keys: string | readonly string[], act: () => void): void {
  onKeyStroke([...[keys].flat(), ...[keys].flat().map((key) => key.toUpperCase())], (event) => {
    // some keyboards have their brackets on the third level
    const commands = (event.ctrlKey || event.metaKey || event.altKey) && !event.getModifierState('AltGraph');
    if (isFormControl(event) || commands) return;
    event.preventDefault();
    if (!event.repeat) act();
  });
}

/** Keys that move through a page or a text; while they are held they may go on. */
const MAY_REPEAT = /^(Arrow|Tab$|Home$|End$|Page)/;

/** A key that is held presses nothing again, on any page: not the button that has the focus, and nothing else. */
export function ignoreHeldKeys(page: Window): void {
  page.addEventListener(
    'keydown',
    (event) => {
      if (!event.repeat || MAY_REPEAT.test(event.key) || isTyping(event.target)) return;
      event.preventDefault();
      event.stopImmediatePropagation();
    },
    { capture: true },
  );
}

function isTyping(target: EventTarget | null): boolean {
  return target instanceof Element && ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName);
}

/** Whether a key belongs to the control that has the focus, so that a stage's own keys keep out of its way. */
function isFormControl(event: KeyboardEvent): boolean {
  const target = event.target;
  if (!(target instanceof Element)) return false;
  if (isTyping(target)) return true;
  // a focused button takes space and enter itself, a choice among several the arrows as well
  if (target.matches('[role="radio"]') && event.key.startsWith('Arrow')) return true;
  return (event.key === ' ' || event.key === 'Enter') && target.matches('button, a, summary, [role="button"]');
}

/**
 * Lets go of the focus after a touch or a click (a key press has `detail` 0): a button that was merely touched must not
 * keep the space bar, or the foot pedal would repeat Undo instead of saying "done".
 */
export function letGo(event: MouseEvent): void {
  const held = document.activeElement;
  if (event.detail > 0 && (held instanceof HTMLElement || held instanceof SVGElement)) held.blur();
}
