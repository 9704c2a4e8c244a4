/** What Space presses, as it does a button. */
const PRESSED = ['radio', 'checkbox', 'switch', 'tab', 'option', 'menuitem'];

/** The components for the web press buttons by Space and all else by Enter alone: here whatever is chosen or ticked is, too. */
export function pressBySpace(): void {
  window.addEventListener('keydown', (event) => {
    const { target } = event;
    if (event.key !== ' ' || event.defaultPrevented || !(target instanceof HTMLElement)) return;
    if (target.tagName === 'BUTTON' || target.tagName === 'INPUT' || !PRESSED.includes(target.getAttribute('role') ?? '')) return;
    event.preventDefault();
    target.click();
  });
}
