import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { RadioGroup } from "radix-ui";
import { lazy, Suspense } from "react";
import { Link, useParams } from "react-router";
import { api, data } from "@/api/client";
import { kitchenQuery } from "@/api/queries";
import { kitchenChanged } from "@/api/queries/changes";
import type { Schemas } from "@/api/types";
import { People } from "@/features/people/People";
import { useSingleKeys } from "@/ui/keys";
import { NumberField } from "@/ui/NumberField";
import { Select } from "@/ui/Select";
import { useTitle } from "@/ui/useTitle";
import { DietaryProfiles } from "./DietaryProfiles";
import { NameCorrections } from "./NameCorrections";

const Data = lazy(() => import("@/features/data/Data"));

type Chosen = Schemas["SettingsBody"];

const QUESTIONS = [
  {
    name: "measures",
    title: "Cups and spoons",
    options: [
      ["us", "US: cup 237 ml, tablespoon 14.8 ml"],
      ["metric", "Metric: cup 250 ml, tablespoon 15 ml"],
      ["australian", "Australian: cup 250 ml, tablespoon 20 ml"],
    ],
  },
  {
    name: "energy",
    title: "Energy",
    options: [
      ["stated", "As each food's source states it"],
      ["european", "By European factors: fibre 2, polyols 2.4, erythritol 0 kcal/g"],
      ["us", "By US factors: fibre inside total carbohydrate at 4, polyols by kind, allulose 0.4 kcal/g"],
    ],
  },
  {
    name: "carbohydrate",
    title: "Carbohydrate",
    options: [
      ["available", "Available: without fibre"],
      ["net", "Net: also without erythritol and allulose"],
      ["net_of_polyols", "Net of polyols: also without every sugar alcohol"],
      ["us_total", "US total: with fibre"],
    ],
  },
  {
    name: "appearance",
    title: "Appearance",
    options: [
      ["system", "As the device"],
      ["light", "Light"],
      ["dark", "Dark"],
    ],
  },
] as const;

/** What is set, and the page behind it for data in and out. */
export default function Settings() {
  const { page, id } = useParams();
  return page === "data" ? (
    <Suspense fallback={<p className="text-soft">Opening …</p>}>
      <Data key={id} />
    </Suspense>
  ) : (
    <Choices />
  );
}

function Choices() {
  useTitle("Settings");
  const kitchen = useQuery(kitchenQuery);
  const client = useQueryClient();
  const [singleKeys, setSingleKeys] = useSingleKeys();
  const save = useMutation({
    // Shown as chosen at once, so it has to arrive even where the page is left at once.
    mutationFn: (choices: Chosen) => data(api.PUT("/api/v1/settings", { body: choices, keepalive: true })),
    onSuccess: () => kitchenChanged(client),
  });
  const settings = kitchen.data?.settings as Chosen | undefined;
  if (!settings) return null;
  const shown = save.isPending && save.variables ? save.variables : settings;
  return (
    <div className="mx-auto max-w-190">
      <h1>Settings</h1>
      <p className="mt-1 text-soft">What was eaten already keeps the figures it was added with.</p>
      <p className="mt-3">
        <Link to="/settings/data" className="btn btn-quiet">
          Data in and out
        </Link>
      </p>
      <div className="mt-4 grid gap-4">
        <People askable={kitchen.data?.askable ?? []} />
        <DietaryProfiles profiles={kitchen.data?.dietary_profiles ?? []} askable={kitchen.data?.askable ?? []} />
        {QUESTIONS.map(({ name, title, options }) => (
          <section key={name} className="card p-4">
            <h2 id={`setting-${name}`}>{title}</h2>
            <RadioGroup.Root
              aria-labelledby={`setting-${name}`}
              className="mt-2 grid gap-1"
              value={shown[name]}
              onValueChange={(value) => save.mutate({ ...shown, [name]: value } as Chosen)}
            >
              {options.map(([value, label]) => (
                <div key={value} className="flex items-center gap-3 py-1">
                  <RadioGroup.Item
                    id={`${name}-${value}`}
                    value={value}
                    className="size-5 shrink-0 rounded-full border-2 border-rim-strong bg-card p-1 data-[state=checked]:border-enamel-ink"
                  >
                    <RadioGroup.Indicator className="block size-full rounded-full bg-enamel-ink" />
                  </RadioGroup.Item>
                  <label htmlFor={`${name}-${value}`}>{label}</label>
                </div>
              ))}
            </RadioGroup.Root>
          </section>
        ))}
        <section className="card grid max-w-none gap-2 p-4">
          <h2>Oven</h2>
          <div className="flex flex-wrap items-center gap-3">
            <Select
              label="What bakes here"
              value={shown.oven}
              options={(kitchen.data?.ovens ?? []).map((each) => [each, each] as const)}
              onChange={(oven) => save.mutate({ ...shown, oven: oven as Chosen["oven"] })}
            />
            <div className="w-75">
              <NumberField
                label="Microwave"
                unit="W"
                least={200}
                most={2000}
                optional={false}
                value={shown.watts}
                onChange={(watts) => watts && save.mutate({ ...shown, watts })}
              />
              <NumberField
                label="Above the sea"
                unit="m"
                least={-500}
                most={6000}
                optional={false}
                value={shown.altitude_m}
                onChange={(altitude_m) => save.mutate({ ...shown, altitude_m: altitude_m ?? 0 })}
              />
            </div>
          </div>
        </section>
        <NameCorrections />
        <section className="card p-4">
          <h2>Keys</h2>
          <label className="mt-2 flex items-center gap-3 py-1">
            <input
              type="checkbox"
              className="size-5 accent-[var(--enamel-ink)]"
              checked={singleKeys}
              onChange={(event) => setSingleKeys(event.target.checked)}
            />
            Single keys act, such as / to find anything and 1 to 9 on Today
          </label>
          <p className="text-note text-soft">Kept in this browser. Keys with Alt or Ctrl act in any case.</p>
        </section>
        <section className="card flex flex-wrap items-center gap-3 p-4">
          <h2>Currency of prices</h2>
          <Select
            label="Currency"
            value={shown.currency}
            options={CURRENCIES}
            onChange={(currency) => save.mutate({ ...shown, currency })}
          />
        </section>
      </div>
    </div>
  );
}

const names = new Intl.DisplayNames("en", { type: "currency" });
const CURRENCIES = Intl.supportedValuesOf("currency").map(
  (code) => [code, `${code} · ${names.of(code) ?? code}`] as const,
);
