import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, data } from "@/api/client";
import { formulaTasksQuery } from "@/api/queries";
import { formulasListed } from "@/api/queries/changes";
import type { Schemas } from "@/api/types";
import { spanOf } from "@/domain/bakeDay";
import { parseNumber } from "@/domain/numbers";
import { Pending } from "@/features/common/Pending";
import { NumberField } from "@/ui/NumberField";
import { Select } from "@/ui/Select";

type Edits = Schemas["TaskEditsBody"];

/** What making it takes: its tasks with their minutes, as a bake day plans them; each may be changed, left out, or
 * another put behind it. */
export function Tasks({ formula_id }: { formula_id: string }) {
  const query = useQuery(formulaTasksQuery(formula_id));
  const client = useQueryClient();
  const save = useMutation({
    mutationFn: (edits: Edits) =>
      data(api.PUT("/api/v1/formulas/{formula_id}/tasks", { params: { path: { formula_id } }, body: edits })),
    onSuccess: (view) => {
      client.setQueryData(formulaTasksQuery(formula_id).queryKey, view);
      void formulasListed(client);
    },
  });
  const view = query.data;
  if (!view) return <Pending query={query} words="Finding its tasks …" />;
  const edits = view.edits as Edits;
  const changed = edits.changed ?? [];
  const own = edits.own ?? [];
  const change = (key: string, to: Partial<Schemas["TaskEditBody"]>) => {
    const before = changed.find((each) => each.key === key) ?? { key, likely_min: null, left_out: false };
    save.mutate({ changed: [...changed.filter((each) => each.key !== key), { ...before, ...to }], own });
  };
  return (
    <section className="card p-4" aria-labelledby="tasks-title">
      <h2 id="tasks-title">What making it takes</h2>
      <p className="mt-1 text-lead">
        {spanOf(view.hands_on_min)} of hands, {spanOf(view.whole_min)} in all
        {view.bowl_count > 0 && `, ${view.bowl_count} ${view.bowl_count === 1 ? "bowl" : "bowls"}`}.
      </p>
      {view.tools.length > 0 && <p className="text-note text-soft">{view.tools.join(" · ")}</p>}
      <details className="mt-2">
        <summary className="cursor-pointer text-note font-semibold">Its {view.tasks.length} tasks</summary>
        <ul className="mt-1">
          {view.tasks.map((task) => (
            <li key={task.id} className="flex flex-wrap items-center gap-x-3 gap-y-1 border-t border-rim py-1">
              <span className="min-w-0 flex-1 basis-52">
                {task.name}
                <span className="block text-small text-soft">
                  {task.minutes.least}–{task.minutes.most} min, {task.uses.length ? task.uses.join(" and ") : "waiting"}
                  {task.child && task.hands_on && ", a child can do it"}
                  {task.changed && ", as you changed it"}
                </span>
              </span>
              <Minutes
                name={task.name}
                likely={task.minutes.likely}
                onChange={(likely_min) =>
                  task.key === task.id
                    ? save.mutate({
                        changed,
                        own: own.map((each) => (task.name === each.name ? { ...each, likely_min } : each)),
                      })
                    : change(task.key, { likely_min })
                }
              />
              <button
                type="button"
                className="btn btn-bare text-soft"
                onClick={() =>
                  task.key === task.id
                    ? save.mutate({ changed, own: own.filter((each) => each.name !== task.name) })
                    : change(task.key, { left_out: true })
                }
              >
                Leave out<span className="sr-only"> {task.name}</span>
              </button>
            </li>
          ))}
        </ul>
        {view.left_out.length > 0 && (
          <p className="mt-2 flex flex-wrap items-center gap-2 text-note">
            Left out:
            {view.left_out.map((task) => (
              <button
                key={task.key}
                type="button"
                className="btn btn-quiet"
                onClick={() => change(task.key, { left_out: false })}
              >
                {task.name}, put it back
              </button>
            ))}
          </p>
        )}
        <OwnTask
          tasks={view.tasks.filter((task) => task.key !== task.id)}
          onAdd={(added) => save.mutate({ changed, own: [...own, added] })}
        />
      </details>
      {save.error && (
        <p role="alert" className="text-stop">
          {save.error.message}
        </p>
      )}
    </section>
  );
}

interface MinutesProps {
  name: string;
  likely: number;
  onChange: (likely_min: number) => void;
}

/** The likely minutes of a task; kept when the field is left. */
function Minutes({ name, likely, onChange }: MinutesProps) {
  const [text, setText] = useState<string | null>(null);
  const number = text === null ? likely : parseNumber(text);
  const wrong = !(number >= 1 && number <= 2880);
  return (
    <label className="flex items-center gap-1 text-note">
      <input
        className="field !w-18 text-right"
        aria-label={`Minutes for: ${name}`}
        aria-invalid={wrong}
        inputMode="numeric"
        maxLength={5}
        value={text ?? String(likely)}
        onChange={(event) => setText(event.target.value)}
        onBlur={() => {
          if (text !== null && !wrong && Math.round(number) !== likely) onChange(Math.round(number));
          if (!wrong) setText(null);
        }}
      />
      min
    </label>
  );
}

interface OwnTaskProps {
  tasks: Schemas["FormulaTaskView"][];
  onAdd: (own: Schemas["OwnTaskBody"]) => void;
}

/** A task of the baker's own, behind another. */
function OwnTask({ tasks, onAdd }: OwnTaskProps) {
  const [name, setName] = useState("");
  const [minutes, setMinutes] = useState<number | null>(5);
  const [after, setAfter] = useState("");
  const [hands, setHands] = useState(true);
  const chosen = after || (tasks[0]?.key ?? "");
  return (
    <form
      className="mt-3 grid gap-2 border-t border-rim pt-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (!name.trim() || !minutes || !chosen) return;
        onAdd({ after: chosen, name: name.trim(), likely_min: Math.round(minutes), hands_on: hands });
        setName("");
      }}
    >
      <input
        className="field"
        aria-label="A task of your own"
        placeholder="A task of your own"
        maxLength={80}
        value={name}
        onChange={(event) => setName(event.target.value)}
      />
      <div className="flex flex-wrap items-center gap-3">
        <span className="text-note">after</span>
        <Select
          label="After which task"
          value={chosen}
          options={tasks.map((task) => [task.key, task.name.slice(0, 48)] as const)}
          onChange={setAfter}
        />
        <NumberField label="takes" unit="min" value={minutes} least={1} most={2880} onChange={setMinutes} />
        <label className="flex items-center gap-2 text-note">
          <input type="checkbox" checked={hands} onChange={(event) => setHands(event.target.checked)} />
          keeps hands busy
        </label>
        <button type="submit" className="btn btn-quiet" disabled={!name.trim() || !minutes}>
          Add it
        </button>
      </div>
    </form>
  );
}
