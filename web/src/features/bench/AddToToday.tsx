import { useQuery } from "@tanstack/react-query";
import { useId, useState } from "react";
import { usualPortionQuery } from "@/api/queries";
import { portionQuery } from "@/api/queries/questions";
import type { Schemas } from "@/api/types";
import type { DraftStore } from "@/domain/draftStore";
import { count, grams, kcal, plural, today } from "@/domain/format";
import { parseNumber } from "@/domain/numbers";
import { problemText } from "@/domain/problem";
import { UsualPortion } from "@/features/today/UsualPortion";
import { useDayWrites } from "@/features/today/useDay";
import { isSingleKey, useKeys } from "@/ui/keys";
import { useNotice } from "@/ui/Toast";

interface AddToTodayProps {
  worked: Schemas["EvaluatedView"];
  store: DraftStore;
  fitting: Schemas["Fitting"] | null;
  /** Where there is room for one line and no more. */
  compact?: boolean;
}

/** How much of it is added to today: pieces, grams or a part of the whole, told in figures before it is. */
export function AddToToday({ worked, store, fitting, compact = false }: AddToTodayProps) {
  const { piece, piece_count, production: made } = worked;
  const [wanted, setWanted] = useState("1");
  const field = useId();
  const writes = useDayWrites(today());
  const tell = useNotice();
  const helping = useQuery(usualPortionQuery(store.id));
  useKeys((event) => {
    if (compact || !isSingleKey(event) || event.key !== "p") return;
    event.preventDefault();
    setWanted((now) => (now === "1" ? "2" : now === "2" ? "3" : "1"));
  });
  const amount = useAmount(wanted.trim(), piece.mass_g, piece_count);

  async function add() {
    try {
      await store.flush();
      writes.layPieces(store.id, store.snapshot().draft.name, wanted.trim());
    } catch (error) {
      tell(problemText(error));
    }
  }

  const adding = writes.layingPieces;
  return (
    <form
      className={`flex flex-wrap items-center gap-2 ${compact ? "" : "mt-3 border-t border-rim pt-3"}`}
      onSubmit={(event) => {
        event.preventDefault();
        if (amount.pieces !== null) void add();
      }}
    >
      <label htmlFor={field} className={compact ? "sr-only" : ""}>
        How much
      </label>
      <input
        id={field}
        className={`field text-right ${compact ? "!w-20" : "!w-28"}`}
        title="2, ½, 45 g, or a quarter of the whole"
        maxLength={60}
        value={wanted}
        aria-invalid={!!amount.problem}
        aria-describedby={`${field}-comes`}
        onChange={(event) => setWanted(event.target.value)}
      />
      <button type="submit" className="btn" disabled={amount.pieces === null || adding || piece.mass_g <= 0}>
        {adding ? "Adding …" : "Add to today"}
      </button>
      {!compact && helping.data && (
        <span className="text-note text-soft">
          <UsualPortion formula_id={store.id} name="it" usual={helping.data.usual_count} />
        </span>
      )}
      {made.small_g > 0 && !compact && (
        <button type="button" className="btn btn-quiet" onClick={() => setWanted(`${made.small_g.toFixed(1)} g`)}>
          A sample
        </button>
      )}
      <span id={`${field}-comes`} className={wanted === "1" ? "sr-only" : "w-full text-note text-soft"} data-amount>
        {amount.problem ? (
          <span className="text-stop">{amount.problem}</span>
        ) : amount.pieces === null ? (
          "Reading it …"
        ) : (
          <>
            {count(amount.pieces)} {plural(amount.pieces, "piece")}: {kcal(amount.pieces * piece.energy_kcal)} kcal,{" "}
            {grams(amount.pieces * piece.protein_g)} g protein
          </>
        )}
        {fitting && (fitting.piece_count > 0 ? ` · ${count(fitting.piece_count)} would fit` : " · none fits today")}
      </span>
    </form>
  );
}

interface Amount {
  /** Null while it is being read, or where it is none. */
  pieces: number | null;
  problem: string;
}

/** How many pieces an amount is. A number is understood here; anything else is read by the server, as it will be when it
 * is added. */
function useAmount(wanted: string, piece_g: number, piece_count: number): Amount {
  const number = parseNumber(wanted);
  const plain = !Number.isNaN(number);
  const query = useQuery({ ...portionQuery(wanted, piece_g, piece_count), enabled: !plain && wanted !== "" });
  if (plain) return number > 0 && number <= 100 ? { pieces: number, problem: "" } : { pieces: null, problem: BOUNDS };
  if (!wanted) return { pieces: null, problem: "Say how much: 2, 45 g, or a quarter of the whole." };
  if (query.isError) return { pieces: null, problem: query.error.message };
  return { pieces: query.data?.piece_count ?? null, problem: "" };
}

const BOUNDS = "From a part of a piece to 100.";
