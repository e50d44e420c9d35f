import { type RefObject, useEffect, useRef } from "react";

interface MoreRowsProps {
  query: {
    hasNextPage: boolean;
    isFetchingNextPage: boolean;
    error: Error | null;
    fetchNextPage: () => Promise<unknown>;
  };
  /** The list that grows, so that the focus can go on where its end was. */
  list: RefObject<HTMLElement | null>;
}

const NEAR = "600px 0px";

/** The rest of a list that comes in pages: fetched when its end comes near, or when it is asked for. */
export function MoreRows({ query, list }: MoreRowsProps) {
  const end = useRef<HTMLDivElement>(null);
  const { hasNextPage, isFetchingNextPage, fetchNextPage } = query;
  const idle = hasNextPage && !isFetchingNextPage && !query.error;

  useEffect(() => {
    if (!idle || !end.current) return;
    const near: IntersectionObserverInit & { scrollMargin: string } = { rootMargin: NEAR, scrollMargin: NEAR };
    const observer = new IntersectionObserver(([seen]) => seen?.isIntersecting && void fetchNextPage(), near);
    observer.observe(end.current);
    return () => observer.disconnect();
  }, [idle, fetchNextPage]);

  async function more() {
    const rows = list.current?.children.length ?? 0;
    await fetchNextPage();
    requestAnimationFrame(() => {
      if (document.activeElement === document.body)
        list.current?.children[rows]?.querySelector<HTMLElement>("a, button")?.focus();
    });
  }

  if (!hasNextPage) return null;
  return (
    <div ref={end} className="mt-3 text-center">
      <button type="button" className="btn btn-quiet" aria-disabled={isFetchingNextPage} onClick={() => void more()}>
        {isFetchingNextPage ? "Fetching more …" : "Show more"}
      </button>
    </div>
  );
}
