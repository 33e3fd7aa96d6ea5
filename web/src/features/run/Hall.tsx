// The desk while one rehearses: the stage, the moving chart, and the few things one touches.
import clsx from "clsx";
import { useCallback, useEffect, useMemo, useState } from "react";
import { useTranslation } from "react-i18next";
import { useSearchParams } from "react-router";

import { api, ask } from "../../shared/api/client";
import { useKeys } from "../../shared/ui/keys";
import { useAwake } from "../../shared/ui/useAwake";
import { Bar } from "./Bar";
import { FeetView } from "./FeetView";
import { FloorView, USUAL_BLOCK, type Block } from "./FloorView";
import { Following } from "./Following";
import { Lost } from "./Lost";
import { MovingChart } from "./MovingChart";
import { stepInAfter, type Indexed } from "./moment";
import {
  allJoints,
  jointAfter,
  jointRange,
  sectionAt,
  wallAt,
  wholeSong,
  type Range,
  type RangeKind,
} from "./ranges";
import buttons from "./Buttons.module.css";
import styles from "./RunDesk.module.css";
import type { Prints } from "./OnDevice";
import { Quiz } from "./Quiz";
import { Settings } from "./Settings";
import { KINDS, useCalls, useDecoded, useSounding, type Source } from "./sound/useSounding";
import { Stage } from "./Stage";
import { useMediaKeys } from "./useMediaKeys";
import { useScreen } from "./useScreen";
import { useTransport } from "./useTransport";
import { mannerOf, SPEEDS, type Setup } from "./setup";

interface Props {
  /** None for a visitor, who has no quiz, no second screen and nothing to take along. */
  ids: Ids | null;
  source: Source;
  at: Indexed;
  sounds: SoundsHere;
  context: AudioContext | null;
  setup: Setup;
  set: (change: Partial<Setup>) => void;
}

/** What there is to hear, and whether it is still being made. */
export interface SoundsHere {
  missing: boolean;
  making: boolean;
  refetch: () => Promise<unknown>;
}

/** So much of the song is heard before a question about it. */
const HEARD_SECONDS = 8;

export function Hall({ ids, source, at, sounds, context, setup, set }: Props) {
  const { t } = useTranslation();
  const { score } = at;
  const [search] = useSearchParams();
  const [asked] = useState(() => rangeAsked(score, search));
  const [block] = useState(() => blockAsked(search));
  const all: Range = { kind: "all", words: t("run.range.all"), stretches: [wholeSong(score)] };
  const [range, setRange] = useState<Range>(asked ?? all);
  const [begun, setBegun] = useState(false);
  useEffect(() => {
    const speed = Number(search.get("speed") ?? NaN);
    if (SPEEDS.includes(speed)) set({ speed, ramp: false });
    // Once, as the address was opened; what is chosen afterwards stays.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);
  const [settings, setSettings] = useState(false);
  const [elsewhere, setElsewhere] = useState(false);
  const [lost, setLost] = useState(-1);
  const whole = range.kind === "all";
  const manner = useMemo(() => mannerOf(setup, whole), [setup, whole]);
  const music = useDecoded(context, source.music);
  const calls = useCalls(source, setup);
  const voice = useDecoded(context, source.voice(setup.language));
  const sounding = useSounding({
    score,
    music: music.data,
    calls: calls.data,
    voice: voice.data,
    setup,
    speed: manner.ramp ? manner.ramp.last : setup.speed,
    rate: context?.sampleRate ?? 44_100,
  });
  const { transport, shown, clock, needle } = useTransport(at, context, sounding, manner);
  const { moment, place } = shown;
  const seconds = useCallback(() => transport.now().seconds, [transport]);
  const again = () => transport.rehearse([...transport.range], true);
  const seek = (to: number) => {
    transport.seek(to);
    // Who leaves what is repeated goes on through the song.
    if (!whole && transport.range !== range.stretches) setRange(all);
  };
  const step = (times: number[], by: number) => seek(stepped(times, seconds(), by));
  const next = () => step(at.steps, 1);
  useAwake(place.playing);
  useMediaKeys(place.playing, score, { toggle: () => transport.toggle(), again, next });
  const screen = useScreen(
    ids?.id ?? "",
    useCallback(() => transport.now(), [transport]),
  );

  const rehearse = useCallback(
    (next: Range, play = true) => {
      setRange(next);
      transport.rehearse(next.stretches, play);
    },
    [transport],
  );
  const choose = (kind: RangeKind) => {
    const now = seconds();
    const joint = jointAfter(score, now);
    if (kind === "all") rehearse(all, false);
    else if (kind === "wall") rehearse(wallAt(score, now));
    else if (kind === "section") rehearse(sectionAt(score, now));
    else if (kind === "joint" && joint) rehearse(jointRange(joint));
    else if (kind === "joints" && joint) rehearse(allJoints(score, t("run.range.joints")));
  };
  const start = () => {
    setBegun(true);
    if (asked && !begun) rehearse(asked);
    else transport.toggle();
  };
  const speedBy = (step: number) => {
    const next = SPEEDS[SPEEDS.indexOf(setup.speed) + step];
    if (next) set({ speed: next, ramp: false });
  };
  const findWay = () => {
    const found = stepInAfter(at, seconds());
    setLost(found ? score.step_ins.indexOf(found) : score.step_ins.length);
  };
  const walls = at.steps;
  const wholes = useMemo(
    () => score.beats.filter((b) => /^\d/.test(b.label)).map((b) => b.at_seconds),
    [score],
  );

  useKeys((event) => {
    if (event.ctrlKey || event.metaKey) return false;
    const by = event.key === "ArrowRight" ? 1 : event.key === "ArrowLeft" ? -1 : 0;
    if (by) {
      step(event.altKey ? walls : event.shiftKey ? at.sections : wholes, by);
      return true;
    }
    const act = {
      " ": start,
      l: findWay,
      ",": () => speedBy(-1),
      ".": () => speedBy(1),
      Home: again,
      PageUp: again,
      PageDown: next,
      Escape: () => setLost(-1),
      o: () => choose("section"),
      w: () => choose("wall"),
      e: () => choose("joint"),
      a: () => choose("all"),
    }[event.key];
    act?.();
    return act !== undefined;
  });

  const askBand = async () => {
    if (!ids) return;
    await ask(api.POST("/api/songs/{pk}/band", { params: { path: { pk: ids.songId } } }));
    await sounds.refetch();
  };
  const follow = (on: boolean) => {
    transport.follow(on);
    setElsewhere(on);
  };
  const way = score.step_ins[lost];
  return (
    <main className={styles.desk}>
      <h2 className="visually-hidden">{t("run.title")}</h2>
      <SoundState
        problem={music.isError}
        missing={sounds.missing}
        making={sounds.making}
        loading={Boolean(source.music) && music.isPending}
        quiet={elsewhere}
        held={place.playing && place.held === true}
        onBand={ids && (() => void askBand())}
        onElsewhere={() => follow(true)}
        onHeld={() => void context?.resume()}
        again={() => void music.refetch()}
      />
      {setup.view === "quiz" && ids ? (
        <Quiz
          id={ids.id}
          onListen={(to) => transport.hear({ from: Math.max(0, to - HEARD_SECONDS), to })}
          onLeave={() => {
            set({ view: "stage" });
            rehearse(range, false);
          }}
        />
      ) : setup.view === "floor" ? (
        <FloorView
          at={at}
          seconds={seconds}
          moment={moment}
          turned={setup.mirrored}
          block={block}
        />
      ) : setup.view === "feet" ? (
        <FeetView at={at} moment={moment} />
      ) : (
        <Stage
          onTouch={(where) =>
            ({ left: again, middle: () => transport.toggle(), right: next })[where]()
          }
          moment={moment}
          walls={score.walls}
          unit={score.unit}
          counting={place.counting}
          turned={setup.mirrored}
        />
      )}
      {lost >= 0 && (
        <Lost way={way ?? null} at={at} seconds={seconds} onClose={() => setLost(-1)} />
      )}
      {elsewhere && <Following at={at} transport={transport} onLeave={() => follow(false)} />}
      {(setup.view === "stage" || setup.view === "floor") && (
        <MovingChart
          at={at}
          seconds={seconds}
          names={{ left: t("steps.left"), right: t("steps.right") }}
        />
      )}
      <Bar
        {...{ at, place, range, setup, set, clock, needle }}
        visitor={!ids}
        onToggle={start}
        onAgain={again}
        onNext={next}
        onLost={findWay}
        onSpeed={speedBy}
        onSeek={seek}
        onRange={choose}
        onMark={(from, to) =>
          rehearse({ kind: "marked", words: t("run.range.marked"), stretches: [{ from, to }] })
        }
        onSettings={() => setSettings(true)}
      />
      {settings && (
        <Settings
          setup={setup}
          set={set}
          elsewhere={elsewhere}
          onElsewhere={follow}
          onClose={() => setSettings(false)}
          joints={score.joints}
          own={
            ids && {
              screen,
              routine: {
                id: ids.id,
                title: score.title,
                urls: needed(ids, source.music, setup.language),
                prints: printsOf(ids, setup.language),
              },
            }
          }
          onJoint={(joint) => {
            setSettings(false);
            rehearse(jointRange(joint));
          }}
        />
      )}
    </main>
  );
}

export interface Ids {
  id: string;
  songId: string;
  danceId: string;
}

/** Everything the server is asked for while this routine is rehearsed, however that is set. */
function needed(ids: Ids, url: string | null, language: Setup["language"]): string[] {
  const { id, songId } = ids;
  const own = `/api/routines/${id}`;
  const prints = printsOf(ids, language);
  return [
    "/api/session",
    "/api/shelf",
    own,
    `${own}/revision`,
    `${own}/score`,
    `${own}/score?mirrored=true`,
    `${own}/quiz`,
    ...KINDS_WISHED.map((kinds) => `${own}/calls?language=${language}&${kinds}`),
    `${own}/voice?language=${language}`,
    prints.cueSheet,
    prints.stepSheet,
    `/api/songs/${songId}/sounds`,
    ...(url ? [url] : []),
  ];
}

/** Which kinds of calls can be wished, as the query says it: with the lead, in order. */
const KINDS_WISHED = [...KINDS]
  .sort()
  .reduce<string[][]>((sets, kind) => [...sets, ...sets.map((set) => [...set, kind])], [["lead"]])
  .map((kinds) => kinds.map((kind) => `kinds=${kind}`).join("&"));

/** The pages to print. */
const printsOf = ({ id, danceId }: Omit<Ids, "songId">, language: Setup["language"]): Prints => ({
  cueSheet: `/api/routines/${id}/files/cue-sheet.pdf?language=${language}`,
  stepSheet: `/api/dances/${danceId}/sheet.pdf?language=${language}&chart=true`,
});

/** The stretch, event or wall that a link to this desk names. */
function rangeAsked(score: Indexed["score"], search: URLSearchParams): Range | null {
  const from = Number(search.get("from") ?? NaN);
  const to = Number(search.get("to") ?? NaN);
  if (from >= 0 && to > from)
    return { kind: "marked", words: search.get("words") ?? "", stretches: [{ from, to }] };
  const joint = score.joints[Number(search.get("joint") ?? -1)];
  if (joint) return jointRange(joint);
  const wall = Number(search.get("wall"));
  const first = score.segments.find((each) => each.wall === wall);
  return first ? wallAt(score, first.start_seconds) : null;
}

/** How the class stands that a link to this desk names. */
function blockAsked(search: URLSearchParams): Block {
  const rows = Number(search.get("rows"));
  const columns = Number(search.get("columns"));
  const known = [rows, columns].every((each) => Number.isInteger(each) && each >= 1 && each <= 20);
  return known ? { rows, columns } : USUAL_BLOCK;
}

/** The place before or behind a moment; going back from just behind one goes to the one before. */
function stepped(times: readonly number[], now: number, by: number): number {
  if (by > 0) return times.find((each) => each > now + 0.05) ?? now;
  return times.findLast((each) => each < now - 0.35) ?? times[0] ?? 0;
}

interface SoundStateProps {
  problem: boolean;
  missing: boolean;
  making: boolean;
  loading: boolean;
  quiet: boolean;
  held: boolean;
  onBand: (() => void) | null;
  onElsewhere: () => void;
  onHeld: () => void;
  again: () => void;
}

/** What is the matter with the sound, and what can be done; nothing when all is well. */
function SoundState(props: SoundStateProps) {
  const { t } = useTranslation();
  const { problem, missing, making, loading, quiet } = props;
  if (quiet) return null;
  if (props.held)
    return (
      <p className={clsx(buttons.buttons, styles.note)} role="status">
        {t("run.sound.held")} <button onClick={props.onHeld}>{t("run.play")}</button>
      </p>
    );
  if (making) return <p className={styles.note}>{t("run.sound.making")}</p>;
  if (loading) return <p className={styles.note}>{t("run.sound.loading")}</p>;
  if (!problem && !missing) return null;
  return (
    <p className={clsx(buttons.buttons, styles.note)} role="status">
      {t(problem ? "run.sound.broken" : "run.sound.missing")}{" "}
      {problem ? (
        <button onClick={props.again}>{t("error.again")}</button>
      ) : (
        props.onBand && <button onClick={props.onBand}>{t("song.band")}</button>
      )}
      <button onClick={props.onElsewhere}>{t("run.elsewhere")}</button>
    </p>
  );
}
