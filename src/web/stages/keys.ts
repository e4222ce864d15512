/** Whether a key belongs to the control that has the focus, so that a stage's own keys keep out of its way. */
export function isFormControl(event: KeyboardEvent): boolean {
  const target = event.target;
  if (!(target instanceof HTMLElement)) return false;
  if (['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName)) return true;
  // a focused button takes space and enter itself
  return (event.key === ' ' || event.key === 'Enter') && ['BUTTON', 'A', 'SUMMARY'].includes(target.tagName);
}
