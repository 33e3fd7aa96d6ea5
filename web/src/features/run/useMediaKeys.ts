// The device's own keys and lock screen know the song that plays.
import { useEffect, useRef } from "react";

import type { ScoreView } from "../../shared/api/client";

export interface DeviceKeys {
  toggle: () => void;
  again: () => void;
  next: () => void;
}

export function useMediaKeys(playing: boolean, { title, song_title }: ScoreView, keys: DeviceKeys) {
  useEffect(() => {
    if (!("mediaSession" in navigator) || typeof MediaMetadata === "undefined") return;
    navigator.mediaSession.metadata = new MediaMetadata({ title, artist: song_title });
    navigator.mediaSession.playbackState = playing ? "playing" : "paused";
  }, [title, song_title, playing]);
  const latest = useRef(keys);
  useEffect(() => {
    latest.current = keys;
  });
  useEffect(() => {
    if (!("mediaSession" in navigator)) return;
    const session = navigator.mediaSession;
    const acts: [MediaSessionAction, () => void][] = [
      ["play", () => latest.current.toggle()],
      ["pause", () => latest.current.toggle()],
      ["previoustrack", () => latest.current.again()],
      ["nexttrack", () => latest.current.next()],
    ];
    for (const [action, act] of acts) session.setActionHandler(action, act);
    return () => {
      for (const [action] of acts) session.setActionHandler(action, null);
    };
  }, []);
}
