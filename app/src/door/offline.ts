/** Keeps the application's own files on the device, where the browser allows it: from this machine, or over HTTPS. */
export function keepShell(): void {
  if (process.env.NODE_ENV !== 'production' || typeof navigator === 'undefined' || !('serviceWorker' in navigator)) return;
  const register = () => {
    // Without it everything works but a start without connection.
    navigator.serviceWorker.register('/sw.js').catch(() => undefined);
  };
  // What is on the page comes first.
  if (document.readyState === 'complete') register();
  else window.addEventListener('load', register, { once: true });
}

/** Forgets what was kept of the server's answers, on leaving. */
export async function forgetShell(): Promise<void> {
  if (typeof caches === 'undefined') return;
  await caches.delete('fulgent-answers');
}
