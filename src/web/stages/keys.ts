/** Whether a key belongs to the control that has the focus, so that a stage's own keys keep out of its way. */
export function isFormControl(event: KeyboardEvent): boolean {
  const target = event.target;
  if (!(target instanceof Element)) return false;
  if (['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName)) return true;
  // a focused button takes space and enter itself
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
