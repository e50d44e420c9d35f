import { useMutation, useQueryClient } from "@tanstack/react-query";
import { X } from "lucide-react";
import { useRef, useState } from "react";
import { api, data } from "@/api/client";
import { batchQuery } from "@/api/queries";
import { batchPhotosChanged } from "@/api/queries/changes";
import type { Schemas } from "@/api/types";
import { newId } from "@/domain/ids";
import { Problem } from "@/domain/problem";
import { Select } from "@/ui/Select";
import { Photo } from "./Photo";
import { plainStep } from "./stepText";

const LONGEST_PX = 1280;
const WORDS = ["", "like this", "too wet", "too dry", "too dark", "cut"] as const;

interface PhotosProps {
  batch: Schemas["BatchView"];
}

/** Up to three photos of a batch, or of one of its steps, with a word on what they show. */
export function Photos({ batch }: PhotosProps) {
  const client = useQueryClient();
  const file = useRef<HTMLInputElement>(null);
  const [words, setWords] = useState<string>("like this");
  const [step, setStep] = useState("");
  const { id } = batch.item;
  const show = (photos: Schemas["PhotoView"][]) => {
    client.setQueryData(batchQuery(id).queryKey, (was) => was && { ...was, photos });
    void batchPhotosChanged(client);
  };
  const add = useMutation({
    mutationFn: async (picked: File) => {
      const query = new URLSearchParams({ words, step });
      const answer = await fetch(`/api/v1/batches/${id}/photos/${newId()}?${query}`, {
        method: "PUT",
        headers: { "content-type": "image/jpeg" },
        body: await smaller(picked),
      });
      const body = await answer.json().catch(() => ({}));
      if (!answer.ok) throw new Problem(answer.status, body.detail ?? answer.statusText);
      return body as Schemas["PhotoView"][];
    },
    onSuccess: show,
  });
  const remove = useMutation({
    mutationFn: (photo: string) =>
      data(api.DELETE("/api/v1/photos/{photo_id}", { params: { path: { photo_id: photo } } })),
    onSuccess: (_, photo) => show(batch.photos.filter((each) => each.id !== photo)),
  });
  const steps = [...new Set(batch.made.method.split("\n").map(plainStep).filter(Boolean))];
  return (
    <section className="card p-4" aria-labelledby="photos-title">
      <h2 id="photos-title">Photos</h2>
      {batch.photos.length > 0 && (
        <ul className="mt-2 flex flex-wrap gap-3">
          {batch.photos.map((photo) => (
            <li key={photo.id} className="relative">
              <Photo photo={photo} />
              <button
                type="button"
                className="btn btn-quiet absolute top-1 right-1 min-h-8 bg-card px-1.5"
                aria-label={`Remove the photo${photo.words ? `: ${photo.words}` : ""}`}
                onClick={() => remove.mutate(photo.id)}
              >
                <X size={15} aria-hidden />
              </button>
            </li>
          ))}
        </ul>
      )}
      <div className="mt-2 flex flex-wrap items-center gap-2">
        <Select
          label="What the photo shows"
          value={words}
          options={WORDS.map((each) => [each, each || "no words"] as const)}
          onChange={setWords}
        />
        <Select
          label="At which step"
          value={step}
          options={[["", "the batch"], ...steps.map((each, place) => [each, `step ${place + 1}`] as const)]}
          onChange={setStep}
        />
        <input
          ref={file}
          type="file"
          accept="image/jpeg,image/png"
          className="sr-only"
          aria-label="A photo, JPEG or PNG"
          onChange={(event) => {
            const picked = event.target.files?.[0];
            if (picked) add.mutate(picked);
            event.target.value = "";
          }}
        />
        <button type="button" className="btn btn-quiet" disabled={add.isPending} onClick={() => file.current?.click()}>
          {add.isPending ? "Sending …" : "Add a photo"}
        </button>
      </div>
      {add.error && (
        <p role="alert" className="mt-2 text-note text-stop">
          {add.error.message}
        </p>
      )}
    </section>
  );
}

/** The picture no larger than it is kept, so that little is sent; as it is where this browser cannot read it. */
async function smaller(file: File): Promise<Blob> {
  try {
    const picture = await createImageBitmap(file);
    const scale = Math.min(1, LONGEST_PX / Math.max(picture.width, picture.height));
    const canvas = document.createElement("canvas");
    canvas.width = Math.round(picture.width * scale);
    canvas.height = Math.round(picture.height * scale);
    canvas.getContext("2d")?.drawImage(picture, 0, 0, canvas.width, canvas.height);
    return await new Promise((done) => canvas.toBlob((blob) => done(blob ?? file), "image/jpeg", 0.85));
  } catch {
    return file;
  }
}
