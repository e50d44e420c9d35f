import type { Schemas } from "@/api/types";

/** A photo with its word. */
export function Photo({ photo }: { photo: Schemas["PhotoView"] }) {
  return (
    <figure>
      <img
        src={`/api/v1/photos/${photo.id}`}
        alt="The batch"
        width={photo.width_px}
        height={photo.height_px}
        loading="lazy"
        className="h-34 w-auto rounded border border-rim"
      />
      {photo.words && <figcaption className="text-small text-soft">{photo.words}</figcaption>}
    </figure>
  );
}
