import { useQuery } from "@tanstack/react-query";
import { lazy, Suspense, useEffect } from "react";
import { Navigate, Route, Routes, useMatch } from "react-router";
import { useAway } from "@/api/connection";
import { kitchenQuery } from "@/api/queries";
import { hideEnergy } from "@/domain/format";
import { Notices } from "@/ui/Toast";
import { useAppearance } from "@/ui/theme/appearance";
import { Frame } from "./Frame";

// A place is loaded when it is first opened.
const Today = lazy(() => import("@/features/today/Today"));
const Formulas = lazy(() => import("@/features/formulas/Formulas"));
const ReadRecipe = lazy(() => import("@/features/formulas/ReadRecipe"));
const Bench = lazy(() => import("@/features/bench/Bench"));
const AllBatches = lazy(() => import("@/features/batches/AllBatches"));
const OneBatch = lazy(() => import("@/features/batches/OneBatch"));
const RecordBatch = lazy(() => import("@/features/batches/RecordBatch"));
const BakeDays = lazy(() => import("@/features/bakeDay/BakeDays"));
const OneDay = lazy(() => import("@/features/bakeDay/OneDay"));
const RunDay = lazy(() => import("@/features/bakeDay/Run"));
const Stash = lazy(() => import("@/features/stash/Stash"));
const Labels = lazy(() => import("@/features/stash/Labels"));
const Tastings = lazy(() => import("@/features/tasting/Tastings"));
const OneTasting = lazy(() => import("@/features/tasting/OneTasting"));
const Comparison = lazy(() => import("@/features/tasting/Comparison"));
const Cupboard = lazy(() => import("@/features/cupboard/Cupboard"));
const Ledger = lazy(() => import("@/features/ledger/Ledger"));
const Settings = lazy(() => import("@/features/settings/Settings"));

export function App() {
  const kitchen = useQuery(kitchenQuery);
  const away = useAway();
  useAppearance(kitchen.data?.settings.appearance);
  // Before anything is drawn that shows energy.
  hideEnergy(kitchen.data?.people.some((person) => person.here && person.hides_energy) ?? false);
  useEffect(() => {
    document.documentElement.dataset.ready = String(kitchen.isSuccess);
  }, [kitchen.isSuccess]);
  // The counter goes on without the server.
  const running = useMatch("/bake-day/:id/run");
  if (running) {
    return (
      <Notices>
        <Suspense fallback={<Waiting away={away} />}>
          <Routes>
            <Route path="bake-day/:id/run" element={<RunDay />} />
          </Routes>
        </Suspense>
      </Notices>
    );
  }
  if (!kitchen.data) return <Waiting away={away} />;
  return (
    <Notices>
      <Routes>
        <Route element={<Frame />}>
          <Route index element={<Navigate to="/today" replace />} />
          <Route path="today/:day?" element={<Today />} />
          <Route path="formulas" element={<Formulas />} />
          <Route path="formulas/new" element={<ReadRecipe />} />
          <Route path="formulas/:id/:tab?" element={<Bench />} />
          <Route path="batches" element={<AllBatches />} />
          <Route path="batches/new" element={<RecordBatch />} />
          <Route path="batches/:id" element={<OneBatch />} />
          <Route path="batches/:id/correct" element={<RecordBatch />} />
          <Route path="bake-day" element={<BakeDays />} />
          <Route path="bake-day/:id/:tab?" element={<OneDay />} />
          <Route path="stash" element={<Stash />} />
          <Route path="stash/labels" element={<Labels />} />
          <Route path="tastings" element={<Tastings />} />
          <Route path="tastings/:id" element={<OneTasting />} />
          <Route path="compare" element={<Comparison />} />
          <Route path="cupboard" element={<Cupboard />} />
          <Route path="ledger" element={<Ledger />} />
          <Route path="settings/:page?/:id?" element={<Settings />} />
          <Route path="*" element={<Navigate to="/today" replace />} />
        </Route>
      </Routes>
    </Notices>
  );
}

function Waiting({ away }: { away: string | null }) {
  return (
    <main className="flex min-h-dvh flex-col items-center justify-center gap-3 p-6 text-center">
      <h1>{away ? "The kitchen cannot be reached" : "Ample Crumb"}</h1>
      <p className="max-w-[52ch] text-soft" role="status">
        {away ?? "Opening your kitchen …"}
      </p>
      {away && <p className="text-soft">Trying again every two seconds; nothing needs to be started anew here.</p>}
    </main>
  );
}
