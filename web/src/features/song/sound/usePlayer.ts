// Plays a sound at any speed and the same pitch, with clicks on the song's counts.
import { useEffect, useMemo, useRef, useState } from "react";

import { ClockOffset, clicksBetween } from "./clicks";

const AHEAD = 0.12;
const TICK_MS = 25;
export const SPEEDS = [0.5, 0.6, 0.7, 0.75, 0.8, 0.85, 0.9, 0.95, 1, 1.05, 1.1];

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
  const context = useRef<AudioContext | null>(null);
  const grid = useRef({ counts, ones: new Set(ones) });
  useEffect(() => {
    grid.current = { counts, ones: new Set(ones) };
  }, [counts, ones]);

  useEffect(() => {
    if (!media) return;
    const look = () => setPlaying(!media.paused);
    for (const event of ["play", "pause", "ended"]) media.addEventListener(event, look);
    return () => {
      for (const event of ["play", "pause", "ended"]) media.removeEventListener(event, look);
      media.pause();
      setPlaying(false);
      void context.current?.close();
      context.current = null;
    };
  }, [media]);
  useEffect(() => {
    if (media) setRate(media, speed);
  }, [media, speed]);

  useEffect(() => {
    if (!media || !playing || !clicks) return;
    const card = context.current;
    if (!card) return;
    const offset = new ClockOffset();
    const sounding = new Set<OscillatorNode>();
    let upTo = media.currentTime;
    const hush = () => {
      for (const click of sounding) click.stop();
      sounding.clear();
      offset.forget();
      upTo = media.currentTime;
    };
    const tick = () => {
      if (media.paused || media.seeking) return;
      const now = media.currentTime;
      const ahead = offset.look(card.currentTime, now, speed);
      const until = now + AHEAD * speed;
      for (const { at, one } of clicksBetween(
        grid.current.counts,
        grid.current.ones,
        upTo,
        until,
      )) {
        const when = at / speed + ahead;
        if (when > card.currentTime - 0.02) sounding.add(click(card, when, one));
      }
      upTo = Math.max(upTo, until);
    };
    const timer = setInterval(tick, TICK_MS);
    media.addEventListener("seeked", hush);
    tick();
    return () => {
      clearInterval(timer);
      media.removeEventListener("seeked", hush);
      hush();
    };
  }, [media, playing, clicks, speed]);

  return {
    media,
    playing,
    speed,
    clicks,
    setSpeed,
    setClicks,
    toggle: () => {
      if (!media) return;
      if (!media.paused) return media.pause();
      // Browsers let sound begin only when somebody has pressed something.
      if (!context.current) {
        context.current = new AudioContext({ latencyHint: "interactive" });
        // Song and clicks leave through one clock, so that both are equally late.
        const source = context.current.createMediaElementSource(media);
        source.connect(context.current.destination);
      }
      void context.current.resume();
      void media.play();
    },
    seek: (seconds) => {
      if (media) goTo(media, seconds);
    },
  };
}

const setRate = (media: HTMLAudioElement, speed: number) => {
  media.playbackRate = speed;
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

function click(card: AudioContext, at: number, one: boolean): OscillatorNode {
  const tone = card.createOscillator();
  const loud = card.createGain();
  const when = Math.max(at, card.currentTime);
  tone.frequency.value = one ? 1600 : 1000;
  loud.gain.setValueAtTime(one ? 0.5 : 0.35, when);
  loud.gain.exponentialRampToValueAtTime(0.001, when + 0.04);
  tone.connect(loud).connect(card.destination);
  tone.start(when);
  tone.stop(when + 0.05);
  return tone;
}
