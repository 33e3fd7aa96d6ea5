// Plays a sound at any speed and the same pitch, with clicks on the song's counts.
import { useEffect, useMemo, useRef, useState } from "react";

import { samplesOf, wav, withClicks, type Samples } from "./clicked";

export const SPEEDS = [0.5, 0.6, 0.7, 0.75, 0.8, 0.85, 0.9, 0.95, 1, 1.05, 1.1];
const REST_MS = 300;

export interface Player {
  media: HTMLAudioElement | null;
  playing: boolean;
  speed: number;
  clicks: boolean;
  toggle: () => void;
  setSpeed: (speed: number) => void;
  setClicks: (on: boolean) => void;
  seek: (seconds: number) => void;
}

export function usePlayer(url: string | null, counts: number[], ones: number[]): Player {
  const media = useMemo(() => (url ? makeMedia(url) : null), [url]);
  const [playing, setPlaying] = useState(false);
  const [speed, setSpeed] = useState(1);
  const [clicks, setClicks] = useState(true);
  useEffect(() => {
    if (!media) return;
    const look = () => setPlaying(!media.paused);
    for (const event of ["play", "pause", "ended"]) media.addEventListener(event, look);
    return () => {
      for (const event of ["play", "pause", "ended"]) media.removeEventListener(event, look);
      media.pause();
      setPlaying(false);
    };
  }, [media]);
  useEffect(() => {
    if (media) setRate(media, speed);
  }, [media, speed]);
  useClicked(media, clicks ? url : null, url, counts, ones);
  return {
    media,
    playing,
    speed,
    clicks,
    setSpeed,
    setClicks,
    toggle: () => {
      if (!media) return;
      if (media.paused) void media.play();
      else media.pause();
    },
    seek: (seconds) => {
      if (media) goTo(media, seconds);
    },
  };
}

/** Puts the clicked sound in place of the plain one, and a new one after every change. */
function useClicked(
  media: HTMLAudioElement | null,
  wanted: string | null,
  plain: string | null,
  counts: number[],
  ones: number[],
) {
  const samples = useRef<{ url: string; song: Samples } | null>(null);
  const made = useRef("");
  useEffect(() => {
    if (!media || !plain) return;
    if (!wanted) {
      if (made.current) swap(media, plain);
      return;
    }
    const stop = new AbortController();
    const timer = setTimeout(
      async () => {
        try {
          if (samples.current?.url !== wanted)
            samples.current = { url: wanted, song: await samplesOf(wanted, stop.signal) };
        } catch {
          return; // Not to be reached, or no longer wanted: the plain sound goes on.
        }
        if (stop.signal.aborted) return;
        const { song } = samples.current;
        const before = made.current;
        made.current = URL.createObjectURL(
          wav(withClicks(song, counts, new Set(ones)), song.channels),
        );
        swap(media, made.current);
        if (before) URL.revokeObjectURL(before);
      },
      made.current ? REST_MS : 0,
    );
    return () => {
      stop.abort();
      clearTimeout(timer);
    };
  }, [media, wanted, plain, counts, ones]);
  useEffect(
    () => () => {
      if (made.current) URL.revokeObjectURL(made.current);
      made.current = "";
    },
    [media],
  );
}

/** Another source, playing on from where it was. */
function swap(media: HTMLAudioElement, url: string) {
  const { currentTime, paused, playbackRate } = media;
  media.src = url;
  media.currentTime = currentTime;
  media.playbackRate = media.defaultPlaybackRate = playbackRate;
  if (!paused) void media.play();
}

const setRate = (media: HTMLAudioElement, speed: number) => {
  // A new source begins at the default rate.
  media.playbackRate = media.defaultPlaybackRate = speed;
};

const goTo = (media: HTMLAudioElement, seconds: number) => {
  media.currentTime = Math.max(0, seconds);
};

function makeMedia(url: string): HTMLAudioElement {
  const media = new Audio(url);
  media.preload = "auto";
  media.preservesPitch = true;
  return media;
}
