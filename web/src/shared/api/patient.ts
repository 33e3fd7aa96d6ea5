// A server that is busy says when to ask again (RFC 9110, Retry-After); for a short while one waits.
const MOST_TRIES = 4;
const MOST_SECONDS = 2;

export async function patient(asked: Request | string, init?: RequestInit): Promise<Response> {
  for (let tries = 1; ; tries++) {
    const answer = await fetch(typeof asked === "string" ? asked : asked.clone(), init);
    const wait = Number(answer.headers.get("Retry-After") ?? "");
    if (answer.status !== 429 || tries === MOST_TRIES || !wait || wait > MOST_SECONDS)
      return answer;
    await new Promise((go) => setTimeout(go, wait * 1000 * (0.5 + Math.random() / 2)));
  }
}
