// While it plays the screen stays on, and the device's own keys and lock screen know the song.
import { useEffect, useRef } from "react";

import type { ScoreView } from "../../shared/api/client";

export interface DeviceKeys {
  toggle: () => void;
  again: () => void;
  next: () => void;
}

export function useAwake(playing: boolean, { title, song_title }: ScoreView, keys: DeviceKeys) {
  useEffect(() => {
    if (!playing || !navigator.wakeLock) return;
    let lock: WakeLockSentinel | null = null;
    let over = false;
    const keep = async () => {
      if (document.visibilityState !== "visible") return;
      try {
        const kept = await navigator.wakeLock.request("screen");
        if (over) await kept.release();
        else lock = kept;
      } catch {
        // Refused, as on low battery: the screen goes off as it always does.
      }
    };
    void keep();
    document.addEventListener("visibilitychange", keep);
    return () => {
      over = true;
      document.removeEventListener("visibilitychange", keep);
      void lock?.release();
    };
  }, [playing]);
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
