import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { ToggleGroup } from "radix-ui";
import { useRef, useState } from "react";
import { api, data } from "@/api/client";
import { kitchenQuery } from "@/api/queries";
import { kitchenChanged } from "@/api/queries/changes";
import type { Schemas } from "@/api/types";
import { newId } from "@/domain/ids";
import { NumberField } from "@/ui/NumberField";
import { Select } from "@/ui/Select";
import { Sheet } from "@/ui/Sheet";

type Tin = Schemas["Tin"];

const CM_PER_INCH = 2.54;
const ROUND = new Set(["round", "spring-form", "ring", "muffin cups", "mini-muffin cups", "mug"]);
const NEW: Tin = {
  kind: "square",
  length_cm: 20,
  depth_cm: 5,
  width_cm: null,
  bottom_share: 1,
  hole_cm: 0,
  cups: 1,
  water_ml: null,
  material: "metal",
};

/** The kitchen's own tins: measured in cm or inches, or by the water they hold. */
export default function TinsSheet({ onClose }: { onClose: () => void }) {
  const kitchen = useQuery(kitchenQuery);
  const [open, setOpen] = useState<Schemas["OwnTin"] | "new" | null>(null);
  const tins = (kitchen.data?.tins ?? []).filter((tin) => !tin.archived);
  return (
    <Sheet
      open
      onOpenChange={(now) => !now && onClose()}
      title="My tins"
      description="Inner measures at the top. A tin whose walls lean is narrower at the bottom."
    >
      <ul aria-label="Tins">
        {tins.map((tin) => (
          <li key={tin.id} className="flex items-center gap-2 border-b border-rim py-1">
            <button
              type="button"
              className="min-w-0 flex-1 text-left font-semibold hover:underline"
              onClick={() => setOpen(tin)}
            >
              {tin.name}
            </button>
            <span className="text-note text-soft">
              {tin.tin.kind} · {Math.round(tin.volume_ml).toLocaleString("en")} ml
            </span>
          </li>
        ))}
      </ul>
      {open === null ? (
        <button type="button" className="btn mt-3" onClick={() => setOpen("new")}>
          New tin
        </button>
      ) : (
        <TinForm
          key={open === "new" ? "new" : open.id}
          view={open === "new" ? null : open}
          kinds={kitchen.data?.tin_kinds ?? []}
          onDone={() => setOpen(null)}
        />
      )}
    </Sheet>
  );
}

interface TinFormProps {
  view: Schemas["OwnTin"] | null;
  kinds: readonly string[];
  onDone: () => void;
}

function TinForm({ view, kinds, onDone }: TinFormProps) {
  const id = useRef(view?.id ?? newId());
  const client = useQueryClient();
  const [name, setName] = useState(view?.name ?? "");
  const [tin, setTin] = useState<Tin>(view?.tin ?? NEW);
  const [inches, setInches] = useState(false);
  const round = ROUND.has(tin.kind);
  const done = () => {
    void kitchenChanged(client);
    onDone();
  };
  const save = useMutation({
    mutationFn: () =>
      data(
        api.PUT("/api/v1/tins/{tin_id}", {
          params: { path: { tin_id: id.current } },
          body: { ...tin, name, width_cm: round ? null : tin.width_cm, hole_cm: tin.kind === "ring" ? tin.hole_cm : 0 },
        }),
      ),
    onSuccess: done,
  });
  const remove = useMutation({
    mutationFn: () => data(api.DELETE("/api/v1/tins/{tin_id}", { params: { path: { tin_id: id.current } } })),
    onSuccess: done,
  });
  const unit = inches ? "in" : "cm";
  const per = inches ? CM_PER_INCH : 1;
  const side = (label: string, value: number | null, key: "length_cm" | "width_cm" | "depth_cm" | "hole_cm") => (
    <NumberField
      label={label}
      unit={unit}
      value={value === null ? null : value / per}
      least={0}
      most={200}
      optional={key === "width_cm"}
      onChange={(typed) => setTin((now) => ({ ...now, [key]: typed === null ? null : typed * per }))}
    />
  );
  return (
    <form
      className="mt-3 grid gap-2 border-t border-rim pt-3"
      onSubmit={(event) => {
        event.preventDefault();
        save.mutate();
      }}
    >
      <input
        className="field"
        aria-label="Name of the tin"
        placeholder="Its name, such as square 20"
        maxLength={80}
        value={name}
        onChange={(event) => setName(event.target.value)}
      />
      <div className="flex flex-wrap items-center gap-2">
        <Select
          label="Kind of tin"
          value={tin.kind}
          options={kinds.map((each) => [each, each] as const)}
          onChange={(kind) => setTin((now) => ({ ...now, kind: kind as Tin["kind"] }))}
        />
        <Select
          label="Made of"
          value={tin.material}
          options={(["metal", "glass", "silicone", "paper"] as const).map((each) => [each, each] as const)}
          onChange={(material) => setTin((now) => ({ ...now, material: material as Tin["material"] }))}
        />
        <ToggleGroup.Root
          type="single"
          aria-label="Measured in"
          value={unit}
          onValueChange={(chosen) => chosen && setInches(chosen === "in")}
          className="inline-flex rounded-lg border border-rim-strong p-0.5"
        >
          {["cm", "in"].map((each) => (
            <ToggleGroup.Item
              key={each}
              value={each}
              className="rounded-md px-2 py-1 text-note font-semibold text-soft data-[state=on]:bg-enamel data-[state=on]:text-on-enamel"
            >
              {each === "in" ? "inches" : "cm"}
            </ToggleGroup.Item>
          ))}
        </ToggleGroup.Root>
      </div>
      {side(round ? "Across" : "Length", tin.length_cm, "length_cm")}
      {!round && side("Width, as long when empty", tin.width_cm ?? null, "width_cm")}
      {side("Depth", tin.depth_cm, "depth_cm")}
      {tin.kind === "ring" && side("Its hole, across", tin.hole_cm, "hole_cm")}
      <NumberField
        label="Bottom against the top"
        unit="%"
        value={tin.bottom_share * 100}
        least={30}
        most={100}
        optional={false}
        onChange={(percent) => setTin((now) => ({ ...now, bottom_share: (percent ?? 100) / 100 }))}
      />
      <NumberField
        label="Cups that hang together"
        unit=""
        value={tin.cups}
        least={1}
        most={48}
        optional={false}
        onChange={(cups) => setTin((now) => ({ ...now, cups: Math.round(cups ?? 1) }))}
      />
      <NumberField
        label="Water it holds, weighed"
        unit="ml"
        value={tin.water_ml ?? null}
        placeholder="by its sides"
        onChange={(water_ml) => setTin((now) => ({ ...now, water_ml }))}
      />
      {save.error && (
        <p role="alert" className="text-stop">
          {save.error.message}
        </p>
      )}
      <div className="flex gap-2">
        <button type="submit" className="btn" disabled={save.isPending}>
          {save.isPending ? "Saving …" : "Save tin"}
        </button>
        <button type="button" className="btn btn-quiet" onClick={onDone}>
          Cancel
        </button>
        {view && (
          <button type="button" className="btn btn-quiet ml-auto" onClick={() => remove.mutate()}>
            Put away
          </button>
        )}
      </div>
    </form>
  );
}
