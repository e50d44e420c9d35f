/** Lets this page be opened again without the server: what it is built of is kept by a service worker. Only where it is
 * served securely; elsewhere there is none. */
export function keepShell(): void {
  if (!("serviceWorker" in navigator) || !window.isSecureContext) return;
  // Where it cannot be kept the page works as before, as long as the server is there.
  navigator.serviceWorker.register("/sw.js").catch(() => undefined);
}
