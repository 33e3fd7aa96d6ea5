// What there is to listen to of a song; asked for again and again while the worker is at it.
import { useQuery } from "@tanstack/react-query";

import { api, ask, type SoundOut } from "../api/client";

const OFTEN_MS = 700;

export const isGoing = (sound: SoundOut) => sound.state === "waiting" || sound.state === "working";

export const soundsKey = (songId: string) => ["sounds", songId];

export function useSounds(songId: string) {
  const query = useQuery({
    queryKey: soundsKey(songId),
    queryFn: () =>
      ask(api.GET("/api/songs/{pk}/sounds", { params: { path: { pk: songId } } }), true),
    refetchInterval: ({ state }) => (state.data?.some(isGoing) ? OFTEN_MS : false),
  });
  const sounds = query.data ?? [];
  const ready = (kind: SoundOut["kind"]) =>
    sounds.find((sound) => sound.kind === kind && sound.state === "ready");
  const recording = sounds.find((sound) => sound.kind === "recording");
  return {
    loaded: query.isSuccess,
    recording,
    band: sounds.find((sound) => sound.kind === "band"),
    mixes: sounds.filter((sound) => sound.kind === "mix"),
    /** What the desk plays: the recording, or the band when there is none. */
    played: ready("recording") ?? ready("band"),
    refetch: query.refetch,
  };
}

export type Sounds = ReturnType<typeof useSounds>;
