import { useMutation, useQueryClient } from "@tanstack/react-query";
import { api, data } from "@/api/client";
import { stashQuery } from "@/api/queries";
import { dayChanged, piecesMoved, stashBesideShelvesChanged, stashChanged } from "@/api/queries/changes";
import type { Schemas } from "@/api/types";
import { count, momentOn, plural, today } from "@/domain/format";
import { pressId } from "@/domain/ids";
import { keyOf, type Lying, type Stash } from "@/domain/stash";
import { useNotice } from "@/ui/Toast";

/** Everything that changes the stash. Each write carries an id made here, so that it may be sent twice, and can be
 * undone. */
export function useStashWrites() {
  const client = useQueryClient();
  const tell = useNotice();
  const keep = (stash: Stash) => {
    client.setQueryData(stashQuery.queryKey, stash);
    return stashBesideShelvesChanged(client);
  };
  const failed = (problem: Error) => {
    tell(problem.message);
    // Somebody else was at the shelf: what is shown is not what is there.
    return stashChanged(client);
  };

  const undo = useMutation({
    mutationFn: ({ id, undone }: { id: string; undone: boolean }) =>
      data(api.PUT("/api/v1/stash/moves/{move_id}/undone", { params: { path: { move_id: id } }, body: { undone } })),
    onSuccess: (stash) => {
      void dayChanged(client);
      return keep(stash);
    },
    onError: failed,
  });

  const move = useMutation({
    mutationFn: ({ body }: { body: Schemas["MoveBody"]; words: string }) =>
      data(api.POST("/api/v1/stash/moves", { body })),
    onSuccess: (stash, { body, words }) => {
      tell(words, { label: "Undo", run: () => undo.mutate({ id: body.id, undone: true }) }, body.id);
      return keep(stash);
    },
    onError: failed,
  });

  const recount = useMutation({
    mutationFn: (body: Schemas["CountBody"]) => data(api.POST("/api/v1/stash/counts", { body })),
    onSuccess: (stash, body) => {
      tell("Counted again.", { label: "Undo", run: () => undo.mutate({ id: body.id, undone: true }) }, body.id);
      return keep(stash);
    },
    onError: failed,
  });

  const eat = useMutation({
    mutationFn: ({ lying, pieces, sides, id }: { lying: Lying; pieces: number; sides: string; id: string }) =>
      data(
        api.POST("/api/v1/days/{day}/batch-pieces", {
          params: { path: { day: today() } },
          body: {
            id,
            planned: false,
            eaten_at: momentOn(today()),
            batch_id: lying.batch.id,
            lot: lying.position.lot,
            piece_count: pieces,
            shelf_id: lying.position.shelf_id,
            sides,
          },
        }),
      ),
    onSuccess: (_, { lying, pieces, id }) => {
      const words = `${count(pieces)} ${plural(pieces, "piece")} of ${lying.batch.name} added to today.`;
      tell(words, { label: "Undo", run: () => undo.mutate({ id, undone: true }) }, id);
      return piecesMoved(client);
    },
    onError: failed,
  });

  const at = ({ batch, position }: Lying, pieces: number) => ({
    batch_id: batch.id,
    lot: position.lot,
    shelf_id: position.shelf_id,
    piece_count: pieces,
  });

  return {
    /** `press` tells one press from another: by a key, the key, whatever is chosen by the time it comes again. */
    eat: (lying: Lying, pieces: number, sides = "", press = keyOf(lying)) =>
      eat.mutate({ lying, pieces, sides, id: pressId("eat", press, pieces, sides) }),
    eating: eat.isPending,
    move: (
      lying: Lying,
      pieces: number,
      to: { id: string; name: string },
      wrapping: Schemas["Wrapping"],
      press = keyOf(lying),
    ) =>
      move.mutate({
        body: {
          id: pressId("moved", press, to.id),
          kind: "moved",
          ...at(lying, pieces),
          to_shelf_id: to.id,
          wrapping,
          reason: "",
        },
        words: `${count(pieces)} of ${lying.batch.name} moved to ${to.name}.`,
      }),
    leave: (lying: Lying, pieces: number, kind: "given" | "thrown", reason: string) =>
      move.mutate({
        body: { id: pressId(kind, at(lying, pieces)), kind, ...at(lying, pieces), reason, wrapping: "covered" },
        words: `${count(pieces)} of ${lying.batch.name} ${kind === "given" ? "given away" : "thrown away"}.`,
      }),
    count: (lying: Lying, pieces: number) =>
      recount.mutate({ id: pressId("count", at(lying, pieces)), ...at(lying, pieces) }),
    undo: (id: string, undone: boolean) => undo.mutate({ id, undone }),
    busy: move.isPending || recount.isPending || undo.isPending,
  };
}
