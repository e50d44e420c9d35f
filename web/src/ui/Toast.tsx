import { Toast } from "radix-ui";
import { createContext, type ReactNode, useCallback, useContext, useMemo, useState } from "react";

interface Notice {
  id: number;
  text: string;
  write: string;
  action?: { label: string; run: () => void };
}

/** `write` is the id of what it tells of: a press that came twice is one write, and is told once. */
export type Tell = (text: string, action?: Notice["action"], write?: string) => void;

const Context = createContext<Tell | null>(null);

/** Says something in passing, with one thing to do about it at most. */
export function useNotice(): Tell {
  const tell = useContext(Context);
  if (!tell) throw new Error("useNotice needs <Notices> above it");
  return tell;
}

export function Notices({ children }: { children: ReactNode }) {
  const [notices, setNotices] = useState<Notice[]>([]);
  const tell = useCallback<Tell>((text, action, write = "") => {
    setNotices((now) =>
      write && now.some((notice) => notice.write === write)
        ? now
        : [...now.slice(-2), { id: Date.now() + Math.random(), text, write, action }],
    );
  }, []);
  const close = (id: number) => setNotices((now) => now.filter((notice) => notice.id !== id));
  return (
    <Context.Provider value={useMemo(() => tell, [tell])}>
      <Toast.Provider duration={9000} label="Notice">
        {children}
        {notices.map((notice) => (
          <Toast.Root
            key={notice.id}
            onOpenChange={(open) => !open && close(notice.id)}
            className="card slides-in flex items-center gap-3 px-4 py-3 shadow-lg"
          >
            <Toast.Description className="min-w-0 flex-1">{notice.text}</Toast.Description>
            {notice.action && (
              <Toast.Action altText={notice.action.label} asChild>
                <button type="button" className="btn btn-quiet" onClick={notice.action.run}>
                  {notice.action.label}
                </button>
              </Toast.Action>
            )}
          </Toast.Root>
        ))}
        {/* Beside a sheet it goes to the left: what can be pressed in one stands at its right. */}
        <Toast.Viewport className="fixed right-4 bottom-17.5 z-50 flex w-[min(420px,calc(100vw-32px))] flex-col gap-2 max-md:bottom-30 [body:has([role=dialog])_&]:right-auto [body:has([role=dialog])_&]:left-4" />
      </Toast.Provider>
    </Context.Provider>
  );
}
