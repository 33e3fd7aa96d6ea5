// Corrections go to the server one after another; each answer is the new draft and its map.
import { useCallback, useEffect, useRef, useState } from "react";

import {
  api,
  ApiError,
  ask,
  sendFile,
  type Schemas,
  type SongEdit,
  type SongForm,
  type SongMap,
} from "../../shared/api/client";
import type { Saved } from "../../shared/saved/useSaved";

type Edited = Schemas["SongEdited"];

interface Options {
  songId: string;
  saved: Saved<SongForm>;
  onDrawn: (map: SongMap) => void;
  /** How many corrections are asked for and not answered, more or fewer than before. */
  onAsked: (more: 1 | -1) => void;
  offline: string;
}

/** A correction, or one that depends on what those before it make of the song. */
export type Asked = SongEdit | ((song: SongForm) => SongEdit);

export interface Edits {
  act: (asked: Asked, field?: string) => Promise<boolean>;
  bringIn: (file: File) => Promise<boolean>;
  changed: string[];
  problem: string;
  dismiss: () => void;
}

export function useEdits({ songId, saved, onDrawn, onAsked, offline }: Options): Edits {
  const [changed, setChanged] = useState<string[]>([]);
  const [problem, setProblem] = useState("");
  const draft = useRef(saved.draft);
  const queue = useRef<Promise<unknown>>(Promise.resolve());
  useEffect(() => {
    draft.current = saved.draft;
  }, [saved.draft]);
  const { edit } = saved;

  const run = useCallback(
    (call: (song: SongForm) => Promise<Edited>, field = "") => {
      onAsked(1);
      const next = queue.current.then(async () => {
        try {
          const answer = await call(draft.current);
          draft.current = answer.song;
          onDrawn(answer);
          edit(answer.song, field);
          setChanged(answer.changed);
          setProblem("");
          return true;
        } catch (error) {
          setChanged([]);
          setProblem(error instanceof ApiError && error.status ? error.message : offline);
          return false;
        } finally {
          onAsked(-1);
        }
      });
      queue.current = next;
      return next;
    },
    [edit, onDrawn, onAsked, offline],
  );
  return {
    act: useCallback(
      (asked, field) =>
        run((song) => {
          const edit = typeof asked === "function" ? asked(song) : asked;
          return ask(api.POST("/api/songs/edit", { body: { song, edit, song_id: songId } }));
        }, field),
      [run, songId],
    ),
    bringIn: useCallback(
      (file) =>
        run((song) => sendFile("/api/songs/edit/file", file, { song: JSON.stringify(song) })),
      [run],
    ),
    changed,
    problem,
    dismiss: useCallback(() => {
      setChanged([]);
      setProblem("");
    }, []),
  };
}
