const DOUBLE_PRESS_MS = 500;
const SAME_PLACE_PX = 8;

interface Press {
  button: Element | null;
  x: number;
  y: number;
  at: number;
}

/** Within `data-writes` the second half of a double press acts only on what the first half was on: where a list moved up
 * under the finger meanwhile, something else lies there now that nobody meant. Returns what ends it. */
export function guardDoublePresses(root: Window = window): () => void {
  let last: Press | null = null;
  const listen = (event: MouseEvent) => {
    // A press by key has no place, and focus stays with what was pressed.
    if (event.detail === 0) return;
    const button = (event.target as Element).closest("button, a, [role=menuitem], [role=option]");
    const now = { button, x: event.clientX, y: event.clientY, at: event.timeStamp };
    const again =
      last !== null &&
      now.at - last.at < DOUBLE_PRESS_MS &&
      Math.hypot(now.x - last.x, now.y - last.y) <= SAME_PLACE_PX &&
      last.button !== null &&
      button !== null &&
      button !== last.button &&
      button.closest("[data-writes]") !== null;
    if (again) {
      event.preventDefault();
      event.stopPropagation();
      return;
    }
    last = now;
  };
  root.addEventListener("click", listen, { capture: true });
  return () => root.removeEventListener("click", listen, { capture: true });
}
