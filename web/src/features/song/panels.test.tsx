// @vitest-environment jsdom
// The sound and mix panels, and the queue of corrections, with a server that answers as told.
import { act, cleanup, fireEvent, render, renderHook, screen } from "@testing-library/react";
import createClient from "openapi-fetch";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";

import "../../shared/i18n";
import type { SongForm, SoundOut } from "../../shared/api/client";
import type { Saved } from "../../shared/saved/useSaved";
import { MixPanel } from "./MixPanel";
import { SoundPanel } from "./SoundPanel";
import type { Sounds } from "../../shared/sound/useSounds";
import { stubBrowser } from "./stubBrowser";
import { useEdits } from "./useEdits";

vi.mock("../../shared/api/client", async (original) => ({
  ...(await original<object>()),
  api: createClient({
    baseUrl: "http://here.test",
    fetch: (request: Request) => globalThis.fetch(request),
  }),
}));

type Answer = (body: unknown) => [status: number, body: unknown];
let asked: [path: string, body: unknown][] = [];
let answer: Answer = () => [200, {}];

beforeEach(() => {
  asked = [];
  answer = () => [200, {}];
  stubBrowser();
  vi.stubGlobal("fetch", async (request: Request) => {
    const text = await request.clone().text();
    const body: unknown = text ? JSON.parse(text) : null;
    asked.push([new URL(request.url).pathname, body]);
    const [status, said] = answer(body);
    return new Response(JSON.stringify(said), {
      status,
      headers: { "Content-Type": "application/json" },
    });
  });
});
afterEach(cleanup);

const sound = (change: Partial<SoundOut>): SoundOut => ({
  id: "s1",
  song_id: "a",
  kind: "recording",
  state: "ready",
  step: "",
  done: 1,
  left_seconds: null,
  message: "",
  name: "kettle.ogg",
  seconds: 60,
  size: 2_000_000,
  cover: "",
  stale: false,
  listening: null,
  created_at: "2026-01-01T00:00:00Z",
  ...change,
});

const refetch = vi.fn();
const sounds = (...all: SoundOut[]): Sounds => ({
  loaded: true,
  recording: all.find((one) => one.kind === "recording"),
  band: all.find((one) => one.kind === "band"),
  mixes: all.filter((one) => one.kind === "mix"),
  played: all.find((one) => one.state === "ready"),
  refetch: refetch as unknown as Sounds["refetch"],
});

const panel = (all: Sounds, problem = "") =>
  render(
    <SoundPanel
      songId="a"
      sounds={all}
      sending={null}
      problem={problem}
      onFile={vi.fn()}
      onCancel={vi.fn()}
    />,
  );

describe("the sound of a song", () => {
  it("is asked for when there is none", async () => {
    panel(sounds());
    expect(screen.getByText("No recording yet.")).toBeTruthy();
    await act(async () => fireEvent.click(screen.getByText("Let the stand-in band play")));
    expect(asked.map(([path]) => path)).toEqual(["/api/songs/a/band"]);
  });

  it("says how far it is and what is being done, and stops when asked", async () => {
    panel(sounds(sound({ state: "working", step: "listen", done: 0.5, left_seconds: 6.2 })));
    expect(screen.getByRole("status").textContent).toContain("listening");
    expect(screen.getByText("about 7 s left")).toBeTruthy();
    await act(async () => fireEvent.click(screen.getByText("Cancel")));
    expect(asked[0]?.[0]).toBe("/api/sounds/s1/cancel");
  });

  it("says why there is no map, and what was refused", () => {
    panel(sounds(sound({ message: "No steady beat is to be heard." })));
    expect(screen.getByRole("alert").textContent).toBe("No steady beat is to be heard.");
    cleanup();
    panel(sounds(), "sheet.mp3: This is no recording.");
    expect(screen.getByRole("alert").textContent).toBe("sheet.mp3: This is no recording.");
  });

  it("offers the band again once the map has changed", () => {
    panel(sounds(sound({ kind: "band", stale: true })));
    expect(screen.getByText("The map has changed since the band played it.")).toBeTruthy();
    expect(screen.getByText("Let the band play it as it is now")).toBeTruthy();
  });
});

describe("practice mixes", () => {
  it("of a routine have calls, those of a song have none to call", async () => {
    render(<MixPanel songId="a" routineId="r" sounds={sounds()} />);
    fireEvent.click(screen.getByLabelText("spoken counts"));
    await act(async () => fireEvent.click(screen.getByText("Make a mix")));
    expect(asked).toEqual([
      [
        "/api/routines/r/mix",
        {
          speed: 0.85, count_in: true, clicks: true, spoken: false, calls: true,
          figures: false, language: "en",
          format: "mp3",
        },
      ],
    ]); // prettier-ignore
    cleanup();
    render(<MixPanel songId="a" routineId={undefined} sounds={sounds()} />);
    expect(screen.queryByLabelText("calls of walls, tags and restarts")).toBeNull();
  });

  it("are taken along, and say when they are of an older map", () => {
    render(
      <MixPanel
        songId="a"
        routineId="r"
        sounds={sounds(
          sound({ id: "m", kind: "mix", name: "Kettle 85%", seconds: 193.4, stale: true }),
          sound({ id: "n", kind: "mix", name: "Kettle 60%", state: "failed", message: "No room." }),
        )}
      />,
    );
    expect(screen.getByText("3:13 · 2.0 MB · made before the last change")).toBeTruthy();
    expect(screen.getByText("No room.")).toBeTruthy();
    const links = screen.getAllByRole("link").map((link) => link.getAttribute("href"));
    expect(links).toEqual(["/api/sounds/m/audio?download=true"]);
  });

  it("that are refused say why", async () => {
    answer = () => [422, { message: "Your recordings take 2000 of 2000 MB." }];
    render(<MixPanel songId="a" routineId="r" sounds={sounds()} />);
    await act(async () => fireEvent.click(screen.getByText("Make a mix")));
    expect(screen.getByRole("alert").textContent).toContain("2000 of 2000 MB");
  });
});

describe("corrections", () => {
  const draft = { title: "0" } as SongForm;
  const desk = () => {
    const edit = vi.fn();
    const saved = { draft, edit } as unknown as Saved<SongForm>;
    const onDrawn = vi.fn();
    let asked = 0;
    const onAsked = (more: number) => void (asked += more);
    const hook = renderHook(() =>
      useEdits({ songId: "a", saved, onDrawn, onAsked, offline: "away" }),
    );
    return { hook, edit, onDrawn, pending: () => asked };
  };

  it("go one after another, each on what the last one made", async () => {
    // The server counts: every answer's title is one more than the draft's it was sent.
    answer = (body) => {
      const { song } = body as { song: SongForm };
      return [200, { song: { ...song, title: String(Number(song.title) + 1) }, changed: ["so"] }];
    };
    const { hook, edit, pending } = desk();
    await act(async () => {
      void hook.result.current.act({ op: "append" }, "f");
      expect(pending()).toBe(1);
      void hook.result.current.act((song) => ({ op: "line", text: `after ${song.title}` }));
      await hook.result.current.act({ op: "steady" });
    });
    expect(edit.mock.calls.map(([song]) => (song as SongForm).title)).toEqual(["1", "2", "3"]);
    expect(asked[1]?.[1]).toMatchObject({ edit: { op: "line", text: "after 1" }, song_id: "a" });
    expect(hook.result.current.changed).toEqual(["so"]);
    expect(pending()).toBe(0);
  });

  it("that are refused change nothing and say why", async () => {
    answer = () => [422, { message: "“abc” is no length." }];
    const { hook, edit, onDrawn, pending } = desk();
    let done = true;
    await act(async () => {
      done = await hook.result.current.act({ op: "length", index: 0, text: "abc" });
    });
    expect(done).toBe(false);
    expect(pending()).toBe(0);
    expect(edit).not.toHaveBeenCalled();
    expect(onDrawn).not.toHaveBeenCalled();
    expect(hook.result.current.problem).toBe("“abc” is no length.");
    act(() => hook.result.current.dismiss());
    expect(hook.result.current.problem).toBe("");
  });
});
