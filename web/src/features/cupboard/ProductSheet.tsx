import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useDeferredValue, useRef, useState } from "react";
import { api, data } from "@/api/client";
import { productQuery } from "@/api/queries";
import { kitchenChanged } from "@/api/queries/changes";
import { labelCheckQuery } from "@/api/queries/questions";
import type { Schemas } from "@/api/types";
import { grams, kcal } from "@/domain/format";
import { newId } from "@/domain/ids";
import { Problem } from "@/domain/problem";
import { draftOf, labelBody, noNumbers, type ProductDraft, productBody } from "@/domain/productDraft";
import { Sheet } from "@/ui/Sheet";
import { useNotice } from "@/ui/Toast";
import { usePersistedText } from "@/ui/usePersistedText";
import { CodeField } from "./CodeField";
import { ContainsFields } from "./ContainsFields";
import { LabelFields } from "./LabelFields";
import { MeasureFields } from "./MeasureFields";
import { MergeInto } from "./MergeInto";
import { PriceField } from "./PriceField";
import { UsedIn } from "./UsedIn";

type View = Schemas["ProductView"];

/** What the sheet is open for: a product being made, or a stored one. */
export type Sheeted = { kind: "new"; draft: ProductDraft } | { kind: "stored"; id: string };

interface ProductSheetProps {
  sheet: Sheeted;
  onClose: () => void;
  /** Opens another product instead. */
  onOpen: (id: string) => void;
  /** Told of a product that was stored. */
  onSaved?: (stored: View) => void;
}

export function ProductSheet({ sheet, onClose, onOpen, onSaved }: ProductSheetProps) {
  const id = sheet.kind === "stored" ? sheet.id : "";
  // What is typed begins at the product as it is now, never at what this window remembers of it.
  const query = useQuery({ ...productQuery(id), enabled: id !== "", refetchOnMount: "always" });
  if (sheet.kind === "new")
    return <Typed from={sheet.draft} view={null} onClose={onClose} onOpen={onOpen} onSaved={onSaved} />;
  if (query.data && query.isFetchedAfterMount) {
    return (
      <Typed from={draftOf(query.data.draft)} view={query.data} onClose={onClose} onOpen={onOpen} onSaved={onSaved} />
    );
  }
  return (
    <Sheet open onOpenChange={(open) => !open && onClose()} title="Product">
      <p role={query.isError ? "alert" : "status"}>{query.error?.message ?? "Opening the product …"}</p>
    </Sheet>
  );
}

interface TypedProps extends Omit<ProductSheetProps, "sheet"> {
  from: ProductDraft;
  view: View | null;
}

function Typed({ from, view, onClose, onOpen, onSaved }: TypedProps) {
  // A draft half typed is kept in the window, a faulty one too, until it is saved; one typed over an older version is
  // not laid over a newer.
  const [typed, keep] = usePersistedText(view ? `product ${view.id} ${view.version}` : `new product ${from.name}`);
  const [start] = useState(from);
  const draft = typed ? (JSON.parse(typed) as ProductDraft) : start;
  const [base, setBase] = useState(view);
  const id = useRef(view?.id ?? newId());
  const client = useQueryClient();
  const tell = useNotice();
  const body = labelBody(useDeferredValue(draft));
  const check = useQuery(labelCheckQuery(body));

  function change(to: Partial<ProductDraft>) {
    keep(JSON.stringify({ ...draft, ...to }));
    save.reset();
    // An id stands for one thing sent; what changed since is another.
    if (!base) id.current = newId();
  }

  function done(text: string) {
    keep("");
    void kitchenChanged(client);
    tell(text);
    onClose();
  }

  const save = useMutation({
    mutationFn: (finished: boolean) =>
      base
        ? data(
            api.PUT("/api/v1/products/{product_id}", {
              params: { path: { product_id: base.id } },
              body: { ...productBody(draft, finished), version: base.version },
            }),
          )
        : data(api.POST("/api/v1/products", { body: { ...productBody(draft, finished), id: id.current } })),
    onSuccess: (stored) => {
      onSaved?.(stored);
      const behind = stored.used.behind_count;
      done(
        behind
          ? `${stored.draft.name} has a new label; ${behind} ${behind === 1 ? "formula stays" : "formulas stay"} with the old one until moved.`
          : stored.finished
            ? `${stored.draft.name} is in the cupboard.`
            : `${stored.draft.name} is kept as a draft; no line finds it until its label is right.`,
      );
    },
    onError: (error) => {
      if (error instanceof Problem && error.status === 409) setBase(error.current as View);
    },
  });
  const archive = useMutation({
    mutationFn: (archived: boolean) =>
      data(
        api.PUT("/api/v1/products/{product_id}/archived", {
          params: { path: { product_id: id.current } },
          body: { archived },
        }),
      ),
    onSuccess: (_, archived) => done(archived ? `${draft.name} is archived.` : `${draft.name} is back.`),
  });
  const move = useMutation({
    mutationFn: () =>
      data(api.POST("/api/v1/products/{product_id}/move", { params: { path: { product_id: id.current } } })),
    onSuccess: (stored) => {
      setBase(stored);
      void kitchenChanged(client);
      tell("The formulas use the newest label now; what was eaten stays as it was.");
    },
  });

  const fields = new Map<string, string>([
    ...noNumbers(draft).map((name) => [name, "Not a number."] as const),
    ...(check.data?.problems ?? []).map((problem) => [energyField(problem.field), problem.sentence] as const),
    ...(save.error instanceof Problem
      ? save.error.errors.map((each) => [energyField(each.pointer.split("/").at(-1) ?? ""), each.detail] as const)
      : []),
  ]);
  const behind = base?.used.behind_count ?? 0;

  return (
    <Sheet
      open
      onOpenChange={(open) => !open && onClose()}
      title={base ? base.draft.name : "New product"}
      description="Type the label as it is printed; what it does not state stays empty."
      wide
    >
      <form
        className="grid gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          if (!noNumbers(draft).length) save.mutate(true);
        }}
      >
        <CodeField draft={draft} problem={fields.get("gtin")} onChange={change} onOpen={onOpen} />
        <LabelFields draft={draft} problems={fields} check={<Check check={check.data} />} onChange={change} />
        <MeasureFields draft={draft} problems={fields} onChange={change} />
        <ContainsFields draft={draft} onChange={change} />
        {base?.finished && (
          <PriceField
            food={base.id}
            price={base.price ?? null}
            pack={draft.figures.pack_g ? `${draft.figures.pack_g} g` : ""}
          />
        )}
        {base?.finished && (
          <div>
            <UsedIn used={base.used} />
            {behind > 0 && (
              <button
                type="button"
                className="text-note font-semibold text-enamel-ink underline"
                disabled={move.isPending}
                onClick={() => move.mutate()}
              >
                Move {behind === 1 ? "1 formula" : `${behind} formulas`} to the newest label
              </button>
            )}
          </div>
        )}
        {base && !base.archived && <MergeInto product={base} onMerged={done} />}
        {save.error && (
          <p role="alert" className="text-stop">
            {save.error.message}{" "}
            {save.error instanceof Problem && save.error.status === 409 && "Saving again replaces that."}
          </p>
        )}
        <div className="flex flex-wrap justify-end gap-2">
          {base && (
            <button
              type="button"
              className="btn btn-quiet mr-auto"
              disabled={archive.isPending}
              onClick={() => archive.mutate(!base.archived)}
            >
              {base.archived ? "Bring back" : "Archive"}
            </button>
          )}
          {!base?.finished && draft.name.trim() && (check.data?.problems.length ?? 0) > 0 && (
            <button
              type="button"
              className="btn btn-quiet"
              disabled={save.isPending}
              onClick={() => !noNumbers(draft).length && save.mutate(false)}
            >
              Keep as a draft
            </button>
          )}
          <button type="submit" className="btn" disabled={save.isPending}>
            {save.isPending ? "Saving …" : "Save product"}
          </button>
        </div>
      </form>
    </Sheet>
  );
}

/** The one energy field stands for kcal and kJ. */
const energyField = (field: string) => (field.startsWith("energy") ? "energy" : field);

function Check({ check }: { check: Schemas["LabelFigures"] | undefined }) {
  const of = check?.per_100g;
  return (
    <div aria-live="polite" className="min-h-6" data-check>
      {of && (
        <p className="text-soft">
          In 100 g: {of.energy_kcal == null ? "energy unknown" : `${kcal(of.energy_kcal)} kcal`}
          {of.protein_g != null && (
            <>
              , <b className="text-protein-ink">{grams(of.protein_g)} g protein</b>
            </>
          )}
          {check.computed_kcal != null && !check.remark && "; the energy follows from the rest."}
        </p>
      )}
      {check?.remark && (
        <p className="mt-1 border-l-4 border-caution bg-caution-ground px-3 py-2">
          The energy does not follow from the rest. {check.remark} It can be kept as printed.
        </p>
      )}
    </div>
  );
}
