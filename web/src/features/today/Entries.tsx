import { Copy, X } from "lucide-react";
import type { Schemas } from "@/api/types";
import { clock, count, grams, kcal, tallyWords, today } from "@/domain/format";
import { Band } from "@/ui/Band";
import { DietAlerts } from "@/ui/DietAlerts";

type Entry = Schemas["EntryView"];
type Day = Schemas["DayView"];

interface EntriesProps {
  view: Day;
  onOpen: (entry: Entry) => void;
  onRemove: (entry: Entry) => void;
  onEat: (entry: Entry) => void;
  /** Lays the entry into today once more. */
  onAgain: (entry: Entry) => void;
}

/** What was eaten on a day, and under it what is planned. */
export function Entries({ view, ...acts }: EntriesProps) {
  const eaten = view.entries.filter((entry) => entry.state === "eaten");
  const planned = view.entries.filter((entry) => entry.state === "planned");
  return (
    <section className="card" aria-labelledby="entries-title">
      <h2 id="entries-title" className="flex items-baseline gap-2 border-b border-rim px-3.5 py-2.5">
        {view.day === today() ? "Eaten today" : "Eaten that day"}
        {view.tally && (
          <span className="ml-auto text-note font-normal text-soft" data-tally>
            {count(view.tally.eaten_count)} {view.tally.name}
          </span>
        )}
      </h2>
      {eaten.length === 0 && <p className="px-3.5 py-3 text-soft">Nothing yet.</p>}
      <ol>
        {eaten.map((entry) => (
          <EntryRow key={entry.id} entry={entry} view={view} {...acts} />
        ))}
      </ol>
      {planned.length > 0 && (
        <>
          <h3 className="border-t border-b border-rim bg-sunk px-3.5 py-1.5">Planned</h3>
          <ol data-planned>
            {planned.map((entry) => (
              <EntryRow key={entry.id} entry={entry} view={view} {...acts} />
            ))}
          </ol>
        </>
      )}
    </section>
  );
}

function EntryRow({ entry, view, onOpen, onRemove, onEat, onAgain }: EntriesProps & { entry: Entry }) {
  const many = entry.piece_count !== null && entry.piece_count !== 1 ? `${count(entry.piece_count)} × ` : "";
  const one = entry.kind === "piece" && entry.piece_count === 1 ? "1 × " : many;
  return (
    <li className="grid grid-cols-[48px_1fr_auto] items-center gap-x-3 border-b border-rim px-3.5 py-2 last:border-0">
      <time dateTime={entry.eaten_at} className="text-soft">
        {clock(entry.eaten_at)}
      </time>
      <div className="min-w-0">
        <button
          type="button"
          className="text-left font-semibold break-words hover:underline"
          aria-label={`Change ${one}${entry.name}`}
          onClick={() => onOpen(entry)}
        >
          {one}
          {entry.name}
        </button>
        <div className="text-soft">
          {kcal(entry.figures.energy_kcal)}
          <Band sd={entry.figures.sd.energy_kcal} of={entry.figures.energy_kcal} /> kcal ·{" "}
          <span className="text-protein-ink">{grams(entry.figures.protein_g)} g protein</span> ·{" "}
          {grams(entry.figures.mass_g)} g{entry.tally && ` · ${tallyWords(entry.tally)}`}
          {entry.figures.without_lines > 0 && <span className="text-caution"> · without what could not be read</span>}
        </div>
        <DietAlerts alarms={view.entry_alerts[entry.batch_id ?? entry.formula_id ?? ""]} />
      </div>
      <div className="flex items-center">
        {entry.state === "planned" ? (
          <button
            type="button"
            className="btn btn-quiet"
            aria-label={`${entry.name}: eaten`}
            onClick={() => onEat(entry)}
          >
            Eaten
          </button>
        ) : (
          <button
            type="button"
            className="btn btn-bare text-soft"
            aria-label={`Add ${entry.name} to today again`}
            title="Add to today again"
            onClick={() => onAgain(entry)}
          >
            <Copy size={15} aria-hidden />
          </button>
        )}
        <button
          type="button"
          className="btn btn-bare text-soft"
          aria-label={`Remove ${entry.name}`}
          title="Remove"
          onClick={() => onRemove(entry)}
        >
          <X size={16} aria-hidden />
        </button>
      </div>
    </li>
  );
}
