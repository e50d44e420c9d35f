import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { useNavigate } from "react-router";
import { api, data } from "@/api/client";
import { foodsCalledQuery, kitchenQuery } from "@/api/queries";
import { formulasListed } from "@/api/queries/changes";
import { startFamiliesQuery } from "@/api/queries/questions";
import type { Schemas } from "@/api/types";
import { partsBody, partsFrom, USUAL } from "@/domain/draft";
import { grams, kcal } from "@/domain/format";
import { newId } from "@/domain/ids";
import { Problem } from "@/domain/problem";
import { Band } from "@/ui/Band";
import { NumberField } from "@/ui/NumberField";
import { PickByName } from "@/ui/PickByName";
import { Select } from "@/ui/Select";
import { Sheet } from "@/ui/Sheet";
import { Slab } from "@/ui/Slab";

interface Food {
  slug: string;
  name: string;
  most_g: number | null;
}

const SHOWN = 6;
const MOST_FOODS = 20;

/** Foods one has, and what shall be made of them: a first formula that works, as lines with a method. */
export default function StartFromFoods({ onClose }: { onClose: () => void }) {
  const [foods, setFoods] = useState<readonly Food[]>([]);
  const [words, setWords] = useState<string | null>(null);
  const [family, setFamily] = useState("mug-cake");
  const [pieces, setPieces] = useState<number | null>(null);
  const [tin, setTin] = useState("");
  const [energy, setEnergy] = useState<number | null>(null);
  const [protein, setProtein] = useState<number | null>(null);
  const kitchen = useQuery(kitchenQuery);
  const families = useQuery(startFamiliesQuery);
  const typed = words?.trim() ?? "";
  const called = useQuery({ ...foodsCalledQuery(typed), enabled: typed.length > 1 });
  const offered = typed
    ? (called.data ?? []).filter((item) => !item.draft && !foods.some(({ slug }) => slug === item.slug)).slice(0, SHOWN)
    : [];
  const add = (more: readonly { slug: string; name: string }[]) => {
    const fresh = more.filter(({ slug }) => !foods.some((food) => food.slug === slug));
    setFoods([...foods, ...fresh.map(({ slug, name }) => ({ slug, name, most_g: null }))].slice(0, MOST_FOODS));
    find.reset();
  };
  const shelf = useMutation({
    mutationFn: () => data(api.GET("/api/v1/start/shelf")),
    onSuccess: add,
  });
  const find = useMutation({
    mutationFn: () => {
      const wish = (name: string, value: number, at_least: boolean) => ({
        name,
        value,
        at_least,
        per_100g: false,
        claim_of: "",
        way: "",
      });
      const wishes = [
        ...(energy === null ? [] : [wish("energy_kcal", energy, false)]),
        ...(protein === null ? [] : [wish("protein_g", protein, true)]),
      ];
      const wanted = foods.map(({ slug, most_g }) => ({ slug, most_g }));
      const body = { foods: wanted, family, piece_count: pieces, tin_id: tin || null, wishes, bans: [] };
      return data(api.POST("/api/v1/start", { body }));
    },
  });
  const chosen = families.data?.find(({ slug }) => slug === family);
  return (
    <Sheet
      open
      onOpenChange={(open) => !open && onClose()}
      title="Start from foods"
      description="What you have, and what it shall become: amounts by bakers’ ratios, brought within what works."
      wide
    >
      <form
        className="grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          if (foods.length) find.mutate();
        }}
      >
        <div className="flex flex-wrap items-end gap-2">
          <div className="min-w-60 flex-1">
            <PickByName
              label="A food to begin with"
              placeholder="quark, a banana, whey …"
              chosen={null}
              found={offered.map((item) => ({ key: item.slug, name: item.name }))}
              behind={called.isPlaceholderData || called.isPending}
              onWords={setWords}
              onPick={({ key, name }) => add([{ slug: key, name }])}
            />
          </div>
          <button type="button" className="btn btn-quiet" disabled={shelf.isPending} onClick={() => shelf.mutate()}>
            {shelf.isPending ? "Looking …" : "All that is at home"}
          </button>
        </div>
        {shelf.data?.length === 0 && (
          <p className="text-note text-soft">No food is told to be at home yet; a list of what to buy keeps that.</p>
        )}
        {foods.length > 0 && (
          <ul aria-label="Foods to begin with">
            {foods.map((food) => (
              <li key={food.slug} className="flex items-center gap-2 border-t border-rim py-1">
                <span className="min-w-0 flex-1">{food.name}</span>
                <NumberField
                  label={`At most of ${food.name}`}
                  unit="g"
                  value={food.most_g}
                  least={1}
                  sub
                  placeholder="enough"
                  onChange={(most_g) => {
                    setFoods(foods.map((each) => (each.slug === food.slug ? { ...each, most_g } : each)));
                    find.reset();
                  }}
                />
                <button
                  type="button"
                  className="btn btn-bare"
                  aria-label={`Not ${food.name}`}
                  onClick={() => {
                    setFoods(foods.filter(({ slug }) => slug !== food.slug));
                    find.reset();
                  }}
                >
                  ×
                </button>
              </li>
            ))}
          </ul>
        )}
        <div className="flex flex-wrap items-center gap-2">
          <Select
            label="What it shall be"
            value={family}
            options={(families.data ?? []).map(({ slug, name }) => [slug, name] as const)}
            onChange={(slug) => {
              setFamily(slug || "mug-cake");
              find.reset();
            }}
          />
          <Select
            label="Tin"
            value={tin}
            options={[
              ["", "no tin chosen"],
              ...(kitchen.data?.tins ?? []).filter((each) => !each.archived).map(({ id, name }) => [id, name] as const),
            ]}
            onChange={(id) => {
              setTin(id);
              find.reset();
            }}
          />
        </div>
        <div className="grid gap-x-6 gap-y-1 sm:grid-cols-2">
          <NumberField
            label="Pieces"
            unit=""
            value={pieces}
            least={1}
            most={200}
            placeholder={chosen ? String(chosen.piece_count) : ""}
            onChange={(value) => setPieces(value === null ? null : Math.round(value))}
          />
          <NumberField label="Energy up to" unit="kcal" value={energy} most={5000} onChange={setEnergy} />
          <NumberField label="Protein from" unit="g" value={protein} most={300} onChange={setProtein} />
        </div>
        {find.error && (
          <p role="alert" className="text-stop">
            {find.error instanceof Problem ? find.error.detail : find.error.message}
          </p>
        )}
        <button type="submit" className="btn justify-self-start" disabled={!foods.length || find.isPending}>
          {find.isPending ? "Working it out …" : "Work out a formula"}
        </button>
      </form>
      <div aria-live="polite">{find.data && <FirstFormula found={find.data} tin={tin} />}</div>
    </Sheet>
  );
}

interface FirstFormulaProps {
  found: Schemas["StartView"];
  tin: string;
}

/** The first formula, before it is kept: a piece, lines, steps, and what came in besides. */
function FirstFormula({ found, tin }: FirstFormulaProps) {
  const navigate = useNavigate();
  const client = useQueryClient();
  // Sent again after a lost answer, it makes nothing twice.
  const id = useRef(newId());
  const keep = useMutation({
    mutationFn: () => {
      const { name, family, piece_count: pieces, method } = found;
      const production = { ...USUAL, tins: tin ? [{ tin_id: tin, count: 1 }] : [] };
      const parts = partsBody(partsFrom(found.parts));
      return data(
        api.POST("/api/v1/formulas", { body: { id: id.current, name, family, pieces, method, production, parts } }),
      );
    },
    onSuccess: async (made) => {
      await formulasListed(client);
      navigate(`/formulas/${made.id}`);
    },
  });
  return (
    <article className="mt-4 grid gap-3 border-t border-rim pt-3" aria-label="The first formula">
      <div className="flex items-end gap-4">
        <Slab layers={found.piece.layers} energy_kcal={found.piece.energy_kcal} size={64} />
        <div>
          <h2>{found.name}</h2>
          <p>
            <b className="figure text-figure">
              {kcal(found.piece.energy_kcal)}
              <Band sd={found.piece.sd.energy_kcal} of={found.piece.energy_kcal} /> kcal
            </b>{" "}
            · <b className="figure text-figure text-protein-ink">{grams(found.piece.protein_g)} g protein</b>{" "}
            <span className="text-soft">a piece of {grams(found.piece.mass_g)} g</span>
          </p>
        </div>
      </div>
      {!found.met && (
        <p className="border-l-4 border-caution bg-caution-ground px-3 py-1 text-note">
          {found.missed.length
            ? `The nearest that can be had misses: ${found.missed.join("; ")}.`
            : "The nearest that can be had: one dial at least stays out of its window."}
        </p>
      )}
      <ul className="text-note" aria-label="Its lines">
        {found.lines
          .filter((line) => line.text)
          .map((line) => (
            <li key={line.text}>{line.text}</li>
          ))}
      </ul>
      {found.brought.length > 0 && (
        <p className="text-note text-soft">
          Came in besides, as every one of its kind has them: {found.brought.join(", ")}.
        </p>
      )}
      {found.left_out.map((sentence) => (
        <p key={sentence} className="text-note text-soft">
          {sentence}
        </p>
      ))}
      <ol className="list-decimal pl-5 text-note" aria-label="Its steps">
        {found.method.split("\n").map((step) => (
          <li key={step}>{step}</li>
        ))}
      </ol>
      {keep.error && (
        <p role="alert" className="text-stop">
          {keep.error.message}
        </p>
      )}
      <button type="button" className="btn justify-self-start" disabled={keep.isPending} onClick={() => keep.mutate()}>
        {keep.isPending ? "Opening …" : "Open it on the Bench"}
      </button>
    </article>
  );
}
