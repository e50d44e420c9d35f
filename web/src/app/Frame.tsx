import { CookingPot, Package, Settings2, Sun } from "lucide-react";
import { useEffect, useMemo, useRef, useState } from "react";
import { NavLink, Outlet, useLocation, useNavigate } from "react-router";
import { useAway } from "@/api/connection";
import { loadNewer, useRenewed } from "@/api/release";
import { isSingleKey, PLACES, useKeys } from "@/ui/keys";
import { type StatusLine, StatusLineContext } from "@/ui/statusLine";
import { DayStrip } from "./DayStrip";
import { FindAnything } from "./FindAnything";
import { KeyList } from "./KeyList";

const ICONS = { "/today": Sun, "/formulas": CookingPot, "/cupboard": Package, "/settings": Settings2 };

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

  useEffect(() => {
    // Whoever goes to another place has nothing under the hands there.
    if (renewed && shown.current !== pathname) loadNewer();
    shown.current = pathname;
  }, [renewed, pathname]);

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
    <div className="grid min-h-dvh md:h-dvh md:grid-cols-[96px_1fr]">
      <nav
        aria-label="Places"
        className="z-30 flex bg-rail text-rail-ink max-md:fixed max-md:inset-x-0 max-md:bottom-0 max-md:justify-around md:flex-col md:py-[18px]"
      >
        <span className="px-[14px] pb-[18px] font-display text-[19px] leading-none font-[640] tracking-tight max-md:hidden">
          Ample
          <br />
          Crumb
        </span>
        {PLACES.map(({ path, name, digit }) => {
          const Icon = ICONS[path];
          return (
            <RailLink key={path} to={path} name={name} hint={`Alt ${digit}`} last={path === "/settings"}>
              <Icon size={20} aria-hidden className="md:hidden" />
            </RailLink>
          );
        })}
      </nav>
      <div className="flex min-w-0 flex-col max-md:pb-[112px] md:h-dvh">
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
          <main className="min-h-0 flex-1 overflow-y-auto px-[26px] pt-[22px] pb-6 max-md:px-4">
            <Outlet />
          </main>
        </StatusLineContext>
        <DayStrip remark={remark} onFind={() => setFinding(true)} onKeys={() => setListing(true)} />
      </div>
      <FindAnything open={finding} onOpenChange={setFinding} />
      <KeyList open={listing} onOpenChange={setListing} path={pathname} />
    </div>
  );
}

interface RailLinkProps {
  to: string;
  name: string;
  hint: string;
  /** Whether it stands apart at the foot. */
  last: boolean;
  children: React.ReactNode;
}

function RailLink({ to, name, hint, last, children }: RailLinkProps) {
  return (
    <NavLink
      to={to}
      className={({ isActive }) =>
        `flex items-center px-[14px] py-[9px] text-[14px] max-md:min-w-[72px] max-md:flex-col max-md:border-t-4 md:block md:border-l-4 ${last ? "md:mt-auto" : ""} ${
          isActive ? "border-carb bg-rail-here font-semibold" : "border-transparent"
        }`
      }
    >
      {children}
      {name}
      <kbd aria-hidden className="block font-text text-[11px] max-md:hidden">
        {hint}
      </kbd>
    </NavLink>
  );
}
