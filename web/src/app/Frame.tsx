import { CalendarRange, CookingPot, ListChecks, Package, Refrigerator, Settings2, Sun } from "lucide-react";
import { lazy, Suspense, useEffect, useMemo, useRef, useState } from "react";
import { NavLink, Outlet, useLocation, useNavigate } from "react-router";
import { useAway } from "@/api/connection";
import { loadNewer, useRenewed } from "@/api/release";
import { isSingleKey, PLACES, useKeys } from "@/ui/keys";
import { type StatusLine, StatusLineContext } from "@/ui/statusLine";
import { DayStrip } from "./DayStrip";

const FindAnything = lazy(() => import("./FindAnything"));
const KeyList = lazy(() => import("./KeyList"));

const ICONS = {
  "/today": Sun,
  "/formulas": CookingPot,
  "/bake-day": ListChecks,
  "/stash": Refrigerator,
  "/cupboard": Package,
  "/ledger": CalendarRange,
  "/settings": Settings2,
};

/** Rail, place and day strip: what every view stands in. */
export function Frame() {
  const navigate = useNavigate();
  const { pathname } = useLocation();
  const [finding, setFinding] = useState(false);
  const [listing, setListing] = useState(false);
  const [remark, setRemark] = useState<StatusLine>({});
  const away = useAway();
  const renewed = useRenewed();
  const shown = useRef(pathname);
  const main = useRef<HTMLElement>(null);

  useEffect(() => {
    // Whoever goes to another place has nothing under the hands there.
    if (renewed && shown.current !== pathname) loadNewer();
    shown.current = pathname;
  }, [renewed, pathname]);

  // Focus goes along to another place; between the tabs of one formula it stays on the tab.
  const here = pathname.split("/").slice(0, 3).join("/");
  const before = useRef(here);
  useEffect(() => {
    if (before.current === here) return;
    before.current = here;
    main.current?.scrollTo(0, 0);
    main.current?.focus({ preventScroll: true });
  }, [here]);

  useKeys((event) => {
    const alone = event.altKey && !event.ctrlKey && !event.metaKey;
    const place = alone ? PLACES.find(({ digit }) => digit === event.key) : undefined;
    if (place) {
      event.preventDefault();
      navigate(place.path);
    } else if (isSingleKey(event)) {
      if (event.key === "/") {
        event.preventDefault();
        setFinding(true);
      } else if (event.key === "?") {
        event.preventDefault();
        setListing(true);
      }
    }
  });

  return (
    <div className="frame grid min-h-dvh md:h-dvh md:grid-cols-[96px_1fr]">
      <nav
        aria-label="Places"
        className="z-30 flex bg-rail text-rail-ink max-md:fixed max-md:inset-x-0 max-md:bottom-0 max-md:justify-around md:flex-col md:py-4.5"
      >
        <span className="px-3.5 pb-4.5 font-display text-title leading-none font-[640] tracking-tight max-md:hidden">
          Ample
          <br />
          Crumb
        </span>
        {PLACES.map(({ path, name, digit }) => {
          const Icon = ICONS[path];
          return (
            <RailLink
              key={path}
              to={path}
              name={name}
              hint={`Alt ${digit}`}
              last={path === "/settings"}
              here={
                (path === "/formulas" && pathname.startsWith("/batches")) ||
                (path === "/stash" && /^\/(tastings|compare)/.test(pathname))
              }
            >
              <Icon size={20} aria-hidden className="md:hidden" />
            </RailLink>
          );
        })}
      </nav>
      <div className="flex min-w-0 flex-col max-md:pb-28 md:h-dvh">
        {away && (
          <p role="alert" className="border-b border-caution bg-caution-ground px-6 py-2 font-semibold text-caution">
            {away} Trying again every two seconds.
          </p>
        )}
        {renewed && !away && (
          <p role="status" className="flex flex-wrap items-center gap-3 border-b border-rim bg-sunk px-6 py-2">
            Ample Crumb has been renewed. What you typed is kept.
            <button type="button" className="btn btn-quiet" onClick={() => window.location.reload()}>
              Load the new one
            </button>
          </p>
        )}
        <StatusLineContext value={useMemo(() => setRemark, [])}>
          <main
            ref={main}
            tabIndex={-1}
            className="relative min-h-0 flex-1 outline-none md:overflow-y-auto px-6.5 pt-5.5 pb-6 max-md:px-4"
          >
            <Suspense fallback={<p className="text-soft">Opening …</p>}>
              <Outlet />
            </Suspense>
          </main>
        </StatusLineContext>
        <DayStrip remark={remark} onFind={() => setFinding(true)} onKeys={() => setListing(true)} />
      </div>
      {finding && (
        <Suspense>
          <FindAnything open onOpenChange={setFinding} />
        </Suspense>
      )}
      {listing && (
        <Suspense>
          <KeyList open onOpenChange={setListing} path={pathname} />
        </Suspense>
      )}
    </div>
  );
}

interface RailLinkProps {
  to: string;
  name: string;
  hint: string;
  /** Whether it stands apart at the foot. */
  last: boolean;
  /** Whether one is in it though its address is another: batches are of formulas. */
  here: boolean;
  children: React.ReactNode;
}

function RailLink({ to, name, hint, last, here, children }: RailLinkProps) {
  return (
    <NavLink
      to={to}
      className={({ isActive }) =>
        `flex items-center px-3.5 py-2 text-note max-md:min-w-0 max-md:flex-1 max-md:flex-col max-md:px-0 max-md:text-mini max-md:tracking-tight max-md:whitespace-nowrap max-md:border-t-4 md:block md:border-l-4 ${last ? "md:mt-auto" : ""} ${
          isActive || here ? "border-carb bg-rail-here font-semibold" : "border-transparent"
        }`
      }
    >
      {children}
      {name}
      <kbd aria-hidden className="block font-text text-mini max-md:hidden">
        {hint}
      </kbd>
    </NavLink>
  );
}
