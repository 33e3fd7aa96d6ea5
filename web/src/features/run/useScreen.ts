// A second screen of this rehearsal: opened, told of every change, taken down with the desk.
import { useCallback, useEffect, useState } from "react";

import { api, ask, cookie, type Schemas } from "../../shared/api/client";
import type { Place } from "./sound/transport";

type Shown = Schemas["ScreenOut"];

const LOOK_MS = 50;
/** Told anew when it is further off than this from what the screen expects, in seconds. */
const OFF = 0.03;
const AT_LEAST_MS = 2000;

export function useScreen(routineId: string, now: () => Place) {
  const [screen, setScreen] = useState<Shown | null>(null);
  const token = screen?.token;
  useEffect(() => {
    if (!token) return;
    const path = { params: { path: { token } } };
    let told: { place: Place; ms: number } | null = null;
    let going = false;
    const tell = async () => {
      const place = now();
      const ms = performance.now();
      if (going || (told && ms - told.ms < AT_LEAST_MS && isExpected(told, place, ms))) return;
      going = true;
      told = { place, ms };
      const { seconds, speed, playing, counting } = place;
      const body = { seconds: Math.max(-60, seconds), speed, playing, counting };
      // Without network the screen waits; the next change tells it all.
      await api.PUT("/api/screens/{token}", { ...path, body }).catch(() => (told = null));
      going = false;
    };
    const timer = setInterval(() => void tell(), LOOK_MS);
    // Asked for at once and kept alive, so that it arrives although the page is being left.
    const end = () =>
      void fetch(`/api/screens/${token}`, {
        method: "DELETE",
        keepalive: true,
        headers: { "X-CSRFToken": cookie("csrftoken") },
      }).catch(() => undefined);
    addEventListener("pagehide", end);
    return () => {
      removeEventListener("pagehide", end);
      clearInterval(timer);
      end();
    };
  }, [token, now]);
  const open = useCallback(async () => {
    const path = { params: { path: { pk: routineId } } };
    setScreen(await ask(api.POST("/api/routines/{pk}/screen", path)));
  }, [routineId]);
  return { screen, open, close: useCallback(() => setScreen(null), []) };
}

export type ScreenState = ReturnType<typeof useScreen>;

function isExpected(told: { place: Place; ms: number }, place: Place, ms: number): boolean {
  const { playing, speed, seconds, counting } = told.place;
  const expected = seconds + (playing ? ((ms - told.ms) / 1000) * speed : 0);
  return (
    place.playing === playing &&
    place.counting === counting &&
    place.speed === speed &&
    Math.abs(place.seconds - expected) < OFF
  );
}
