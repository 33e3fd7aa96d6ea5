// The music and the voice, decoded, and what is laid over them.
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useMemo } from "react";

import type { CallsView, ScoreView } from "../../../shared/api/client";
import { patient } from "../../../shared/api/patient";
import type { Sounding } from "./engine";
import { tick } from "../../../shared/sound/tick";
import { Marks, type Mark } from "./mixing";
import type { Music } from "./renderer";

export type Kind = "event" | "wall" | "figure" | "count";
export const KINDS: Kind[] = ["event", "wall", "figure", "count"];

export interface VoiceSetup {
  clicks: boolean;
  kinds: Kind[];
  language: "en" | "fr";
  /** How loud the voice is against the music, 0 to 2. */
  voice: number;
}

/** A sound as samples; asked for once, kept while the desk is open. */
export function useDecoded(context: AudioContext | null, url: string | null) {
  return useQuery({
    queryKey: ["decoded", url],
    enabled: context !== null && url !== null,
    staleTime: Infinity,
    gcTime: 0,
    retry: 1,
    queryFn: async ({ signal }): Promise<Music> => {
      const answer = await patient(url!, { signal });
      if (!answer.ok) throw new Error(String(answer.status));
      const decoded = await context!.decodeAudioData(await answer.arrayBuffer());
      const channels = Array.from({ length: decoded.numberOfChannels }, (_, channel) =>
        decoded.getChannelData(channel),
      );
      return { channels, rate: decoded.sampleRate };
    },
  });
}

/** Where a routine's sound comes from: the owner's own way, or that of a link. */
export interface Source {
  /** Changes whenever what is called does. */
  key: readonly string[];
  music: string | null;
  voice: (language: VoiceSetup["language"]) => string;
  calls: (language: VoiceSetup["language"], kinds: CallKind[]) => Promise<CallsView>;
}

export type CallKind = Kind | "lead";

/** The calls of these kinds at every speed. */
export function useCalls(source: Source, setup: VoiceSetup) {
  const { language } = setup;
  const kinds = [...setup.kinds].sort();
  return useQuery({
    queryKey: ["calls", ...source.key, language, kinds],
    queryFn: () => source.calls(language, ["lead", ...kinds]),
    staleTime: Infinity,
    placeholderData: keepPreviousData,
  });
}

interface Given {
  score: ScoreView;
  music: Music | undefined;
  calls: CallsView | undefined;
  voice: Music | undefined;
  setup: VoiceSetup;
  speed: number;
  rate: number;
}

/** Everything that sounds, at a speed. */
export function useSounding({ score, music, calls, voice, setup, speed, rate }: Given): Sounding {
  return useMemo(() => {
    const word = spokenBy(calls, voice);
    const ticks = { one: tick(1600, 0.55, rate), other: tick(1000, 0.4, rate) };
    const clicks = score.beats
      .filter((beat) => /^\d/.test(beat.label))
      .map((beat): Mark => ({
        at: beat.at_seconds,
        sound: beat.label === "1" ? ticks.one : ticks.other,
        gain: 1,
      }));
    const numbers = score.beats.flatMap((beat) =>
      word(calls?.numbers[beat.label] ?? -1, beat.at_seconds, Math.max(setup.voice, 0.5)),
    );
    const plan = calls?.plans.find((each) => Math.abs(each.speed - speed) < 0.001);
    const said = (plan?.calls ?? []).flatMap((call) =>
      word(call.spoken, call.at_seconds, setup.voice),
    );
    return {
      music: music ?? null,
      marks: new Marks([...(setup.clicks ? clicks : []), ...said], rate),
      leadMarks: new Marks([...clicks, ...numbers], rate),
      musicGain: 0.75,
    };
  }, [score, music, calls, voice, setup.clicks, setup.voice, speed, rate]);
}

function spokenBy(calls: CallsView | undefined, voice: Music | undefined) {
  const cut = new Map<number, Float32Array>();
  return (number: number, at: number, gain: number): Mark[] => {
    const spoken = calls?.spoken[number];
    const samples = voice?.channels[0];
    if (!spoken || !samples || gain <= 0) return [];
    let sound = cut.get(number);
    if (!sound) {
      const first = Math.round(spoken.from_seconds * voice.rate);
      sound = samples.subarray(first, first + Math.round(spoken.lasts_seconds * voice.rate));
      cut.set(number, sound);
    }
    return [{ at, sound, gain }];
  };
}
