import { useRef } from "react";
import type { Schemas } from "@/api/types";
import { problemText } from "@/domain/problem";
import { Select } from "@/ui/Select";
import { fileOf } from "./files";
import { type Asked, useOneImport } from "./useImport";

interface MatchColumnsProps {
  id: string;
  file: Schemas["FileView"];
  matching: Schemas["MatchingView"];
}

const KINDS = [
  ["days", "Days: what was eaten"],
  ["weights", "Weights"],
  ["products", "Products"],
] as const;

/** How the columns of a CSV were understood, each to be put right; the file is read again as soon as one changes. */
export function MatchColumns({ id, file, matching }: MatchColumnsProps) {
  const { again } = useOneImport(id);
  const picker = useRef<HTMLInputElement>(null);
  const waiting = useRef<Asked>({});
  const columns = [
    ["", "none"] as const,
    ...matching.names.map((name, at) => [String(at), name || `column ${at + 1}`] as const),
  ];

  function read(changed: Asked) {
    const asked: Asked = {
      kind: matching.kind,
      columns: matching.fields
        .flatMap((each) => (each.column === null ? [] : [`${each.key}:${each.column}`]))
        .join(","),
      decimal: matching.decimal,
      pounds: String(matching.pounds),
      ...(matching.day_unsure ? {} : { months_first: String(matching.months_first) }),
      ...changed,
    };
    const known = fileOf(id, file.place);
    if (known) again.mutate({ place: file.place, file: known, asked });
    else {
      // After a reload the window has the file no more.
      waiting.current = asked;
      picker.current?.click();
    }
  }

  function match(key: string, at: string) {
    const pairs = matching.fields.flatMap((each) => {
      if (each.key === key) return at ? [`${key}:${at}`] : [];
      return each.column === null || String(each.column) === at ? [] : [`${each.key}:${each.column}`];
    });
    read({ columns: pairs.join(",") });
  }

  return (
    <div className="mt-2">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <Select
          label={`What a row of ${file.name} is`}
          value={matching.kind}
          options={KINDS}
          onChange={(kind) => read({ kind, columns: undefined })}
        />
        {matching.fields.some((each) => each.key === "day") && (
          <Select
            label="How its days are written"
            value={matching.day_unsure ? "" : String(matching.months_first)}
            options={[
              ...(matching.day_unsure ? [["", "days: which comes first?"] as const] : []),
              ["false", "day before month, or by the year"] as const,
              ["true", "month before day"] as const,
            ]}
            onChange={(months_first) => months_first && read({ months_first })}
          />
        )}
        <Select
          label="Its sign of decimals"
          value={matching.decimal}
          options={[
            [".", "1.5 is one and a half"],
            [",", "1,5 is one and a half"],
          ]}
          onChange={(decimal) => read({ decimal })}
        />
        {matching.kind === "weights" && (
          <Select
            label="Its unit of weight"
            value={String(matching.pounds)}
            options={[
              ["false", "kilograms"],
              ["true", "pounds"],
            ]}
            onChange={(pounds) => read({ pounds })}
          />
        )}
      </div>
      <Fields fields={matching.fields.filter(isMatched)} columns={columns} onMatch={match} />
      <details className="mt-1.5">
        <summary className="cursor-pointer text-soft">What else a column may be</summary>
        <Fields fields={matching.fields.filter((each) => !isMatched(each))} columns={columns} onMatch={match} />
      </details>
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls is scrolled by keys too */}
      <section className="mt-2 overflow-x-auto" aria-label={`First rows of ${file.name}`} tabIndex={0}>
        <table className="text-note">
          <thead>
            <tr>
              {matching.names.map((name, at) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: a column is told by its place
                <th key={at} scope="col" className="pr-4 text-left whitespace-nowrap">
                  {name}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {matching.rows.map((row, number) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: a row is told by its place
              <tr key={number}>
                {row.map((cell, at) => (
                  // biome-ignore lint/suspicious/noArrayIndexKey: a cell is told by its place
                  <td key={at} className="max-w-60 truncate pr-4 text-soft">
                    {cell}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </section>
      <input
        ref={picker}
        type="file"
        className="sr-only"
        tabIndex={-1}
        aria-label={`${file.name} again`}
        onChange={(event) => {
          const [picked] = event.target.files ?? [];
          if (picked) again.mutate({ place: file.place, file: picked, asked: waiting.current });
          event.target.value = "";
        }}
      />
      {again.isPending && <p role="status">Reading it again …</p>}
      {again.isError && (
        <p role="alert" className="text-stop">
          {problemText(again.error)}
        </p>
      )}
    </div>
  );
}

const isMatched = (field: Schemas["ColumnView"]) => field.needed || field.column !== null;

interface FieldsProps {
  fields: readonly Schemas["ColumnView"][];
  columns: readonly (readonly [string, string])[];
  onMatch: (key: string, at: string) => void;
}

function Fields({ fields, columns, onMatch }: FieldsProps) {
  return (
    <dl className="mt-2 grid gap-x-4 gap-y-1.5 sm:grid-cols-2">
      {fields.map((each) => (
        <div key={each.key} className="flex items-center gap-3">
          <dt className={`w-36 ${each.needed && each.column === null ? "text-stop" : ""}`}>{each.words}</dt>
          <dd>
            <Select
              label={`Column of ${each.words}`}
              value={each.column === null ? "" : String(each.column)}
              options={columns}
              onChange={(at) => onMatch(each.key, at)}
            />
          </dd>
        </div>
      ))}
    </dl>
  );
}
