import { type RefObject, useState } from "react";

interface SaveChartProps {
  /** What holds the chart. */
  of: RefObject<HTMLElement | null>;
  /** What the file is called, without its end. */
  name: string;
}

const KEPT = [
  "fill",
  "fill-opacity",
  "stroke",
  "stroke-width",
  "stroke-dasharray",
  "opacity",
  "font-size",
  "text-anchor",
];
const SCALE = 2;

/** A chart as a picture: lines for print and for other programs, or dots for a message. */
export function SaveChart({ of, name }: SaveChartProps) {
  const [failed, setFailed] = useState(false);
  const save = async (kind: "svg" | "png") => {
    const svg = of.current?.querySelector("svg");
    if (!svg) return;
    setFailed(false);
    try {
      const text = standalone(svg);
      const href = kind === "svg" ? addressOf(text) : await dots(text, svg);
      const link = document.createElement("a");
      link.href = href;
      link.download = `${name}.${kind}`;
      link.click();
    } catch {
      setFailed(true);
    }
  };
  return (
    <span className="flex items-center gap-1 print:hidden">
      <button type="button" className="btn btn-bare" aria-label={`${name} as SVG`} onClick={() => save("svg")}>
        SVG
      </button>
      <button type="button" className="btn btn-bare" aria-label={`${name} as PNG`} onClick={() => save("png")}>
        PNG
      </button>
      {failed && <span role="alert">This browser cannot draw it.</span>}
    </span>
  );
}

const addressOf = (text: string) => `data:image/svg+xml;charset=utf-8,${encodeURIComponent(text)}`;

/** The drawing by itself: what its page's style sheet says of it is written into it. */
function standalone(svg: SVGElement): string {
  const copy = svg.cloneNode(true) as SVGElement;
  const from = [svg, ...svg.querySelectorAll<SVGElement>("*")];
  const to = [copy, ...copy.querySelectorAll<SVGElement>("*")];
  for (const [place, element] of to.entries()) {
    const style = getComputedStyle(from[place] as SVGElement);
    for (const property of KEPT) element.setAttribute(property, style.getPropertyValue(property));
    element.removeAttribute("class");
    element.removeAttribute("style");
  }
  const { width, height } = svg.getBoundingClientRect();
  copy.setAttribute("xmlns", "http://www.w3.org/2000/svg");
  copy.setAttribute("width", String(width));
  copy.setAttribute("height", String(height));
  copy.setAttribute("font-family", "sans-serif");
  copy.removeAttribute("fill");
  const ground = document.createElementNS("http://www.w3.org/2000/svg", "rect");
  ground.setAttribute("width", "100%");
  ground.setAttribute("height", "100%");
  ground.setAttribute("fill", getComputedStyle(document.documentElement).getPropertyValue("--card").trim() || "#fff");
  copy.prepend(ground);
  return new XMLSerializer().serializeToString(copy);
}

async function dots(text: string, svg: SVGElement): Promise<string> {
  const { width, height } = svg.getBoundingClientRect();
  const image = new Image();
  image.src = addressOf(text);
  await image.decode();
  const canvas = document.createElement("canvas");
  canvas.width = width * SCALE;
  canvas.height = height * SCALE;
  canvas.getContext("2d")?.drawImage(image, 0, 0, canvas.width, canvas.height);
  return canvas.toDataURL("image/png");
}
