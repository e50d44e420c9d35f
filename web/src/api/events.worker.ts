/** One stream for all tabs of a browser: a browser allows few connections to a server, and each tab would take one. */
const ports = new Set<MessagePort>();
let source: EventSource | null = null;
const AGAIN_MS = 2000;

function listen() {
  if (source) return;
  source = new EventSource("/api/v1/events");
  source.addEventListener("changed", (event) => {
    for (const port of ports) port.postMessage((event as MessageEvent<string>).data);
  });
  source.onerror = () => {
    // A refusal ends it for good; a lost connection it brings back by itself.
    if (source?.readyState !== EventSource.CLOSED) return;
    source = null;
    setTimeout(listen, AGAIN_MS);
  };
}

(self as unknown as { onconnect: (event: MessageEvent) => void }).onconnect = (event) => {
  const port = event.ports[0];
  if (!port) return;
  ports.add(port);
  port.onmessage = (message) => {
    if (message.data === "bye") ports.delete(port);
  };
  port.start();
  listen();
};
