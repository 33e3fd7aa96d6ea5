// The one way to the server. Types come from its OpenAPI document at build time.
import createClient from "openapi-fetch";
import i18next from "i18next";

import { patient } from "./patient";
import type { components, paths } from "./schema";

export type Schemas = components["schemas"];
export type RoutineOut = Schemas["RoutineOut"];
export type Timeline = Schemas["TimelineView"];
export type Finding = Schemas["FindingView"];
export type SegmentView = Schemas["SegmentView"];
export type EventForm = Schemas["EventForm"];
export type SongOut = Schemas["SongOut"];
export type SongForm = Schemas["SongForm"];
export type PhraseForm = Schemas["PhraseForm"];
export type SongMap = Omit<SongOut, "id" | "version">;
export type SongEdit = Schemas["EditIn"]["edit"];
export type SoundOut = Schemas["SoundOut"];
export type Listening = Schemas["ListeningView"];
export type MixIn = Schemas["MixIn"];
export type DanceOut = Schemas["DanceOut"];
export type SheetView = Schemas["SheetView"];
export type PartView = Schemas["PartView"];
export type FloorView = Schemas["FloorView"];
export type LevelView = Schemas["LevelView"];
export type Vocabulary = Schemas["VocabularyView"];
export type OwnFigure = Schemas["FigureForm"];
export type SectionView = Schemas["SectionView"];
export type ScoreView = Schemas["ScoreView"];
export type QuizView = Schemas["QuizView"];
export type CallsView = Schemas["CallsView"];
export type Shelf = Schemas["Shelf"];

/** What the server refused, in its own words; status 0 means it was not reached. */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly field = "",
    readonly line: number | null = null,
    readonly column: number | null = null,
    readonly version: number | null = null,
  ) {
    super(message);
  }
}

export const cookie = (name: string) =>
  document.cookie.match(new RegExp(`(?:^|; )${name}=([^;]*)`))?.[1] ?? "";

export const api = createClient<paths>({ baseUrl: "", fetch: patient });
api.use({
  onRequest({ request }) {
    request.headers.set("Accept-Language", i18next.language);
    if (request.method !== "GET") request.headers.set("X-CSRFToken", cookie("csrftoken"));
    return request;
  },
});

let signedOut: () => void = () => undefined;

/** What to do when the server no longer knows who is asking. */
export const whenSignedOut = (call: () => void) => {
  signedOut = call;
};

interface Answer<T> {
  data?: T;
  error?: unknown;
  response: Response;
}

/**
 * The answer's data, or an ApiError. Network failures come as status 0. What is asked in the
 * background, while somebody types, must not bring up the sign-in and take the keys away.
 */
export async function ask<T>(call: Promise<Answer<T>>, background = false): Promise<T> {
  let answer: Answer<T>;
  try {
    answer = await call;
  } catch (problem) {
    if (problem instanceof DOMException && problem.name === "AbortError") throw problem;
    throw new ApiError(0, "");
  }
  if (answer.response.ok) return answer.data as T;
  if (answer.response.status === 401 && !background) signedOut();
  const said = (answer.error ?? {}) as Partial<Schemas["ErrorForm"]>;
  throw new ApiError(
    answer.response.status,
    said.message ?? "",
    said.field,
    said.line,
    said.column,
    said.version,
  );
}

/** Sends a file; openapi-fetch has no typed way for multipart bodies. */
export async function sendFile<T>(
  path: string,
  file: File,
  more: Record<string, string> = {},
): Promise<T> {
  const body = new FormData();
  body.append("file", file);
  for (const [name, value] of Object.entries(more)) body.append(name, value);
  const call = fetch(path, {
    method: "POST",
    body,
    headers: { "X-CSRFToken": cookie("csrftoken"), "Accept-Language": i18next.language },
  }).then(async (response) => {
    const json = await response.json().catch(() => ({}));
    return response.ok ? { data: json as T, response } : { error: json, response };
  });
  return ask<T>(call);
}
