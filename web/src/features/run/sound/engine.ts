// Plays a request on the audio clock: chunk after chunk, each at its own sample, some seconds
// ahead, so that a busy page or a tab in the background leaves no gap.
import type { Marks } from "./mixing";
import { Renderer, type Music } from "./renderer";
import { pieces, type Before, type Request } from "./rounds";

const FIRST_SECONDS = 0.15;
const CHUNK_SECONDS = 0.5;
const AHEAD_SECONDS = 3;
const TICK_MS = 120;
/** How soon sound is heard after it was asked for. */
const SOON_SECONDS = 0.03;

export interface Sounding {
  music: Music | null;
  marks: Marks;
  /** What is heard while only counting. */
  leadMarks: Marks;
  musicGain: number;
}

/** What is heard at a moment. */
export interface Heard {
  seconds: number;
  round: number;
  speed: number;
  counting: boolean;
}

export class Engine {
  private renderer: Renderer | null = null;
  private nodes: AudioBufferSourceNode[] = [];
  private base = 0;
  private sent = 0;
  private timer: ReturnType<typeof setInterval> | undefined;
  private onEnd: () => void = () => undefined;

  constructor(
    readonly context: AudioContext,
    private readonly before: Before,
  ) {}

  get playing(): boolean {
    return this.renderer !== null;
  }

  /** Does the device hold the sound back? The audio clock stands still then. */
  get held(): boolean {
    return this.context.state !== "running";
  }

  /** Begins to play; what was playing stops. `onEnd` is called when all rounds are over. */
  play(request: Request, sounding: Sounding, onEnd: () => void): void {
    this.stop();
    const rate = this.context.sampleRate;
    this.renderer = new Renderer(
      sounding.music,
      rate,
      sounding.marks,
      sounding.leadMarks,
      pieces(request, this.before),
      sounding.musicGain,
    );
    this.onEnd = onEnd;
    this.sent = 0;
    void this.context.resume();
    const first = this.renderer.next(Math.round(FIRST_SECONDS * rate));
    // On a whole frame, so that no chunk is heard between two of them.
    this.base = Math.ceil((this.context.currentTime + SOON_SECONDS) * rate) / rate;
    this.send(first);
    this.fill();
    this.timer = setInterval(() => this.fill(), TICK_MS);
  }

  stop(): void {
    clearInterval(this.timer);
    for (const node of this.nodes) {
      node.onended = null;
      node.stop();
      node.disconnect();
    }
    this.nodes = [];
    this.renderer = null;
  }

  /** What comes out of the loudspeaker now; null while nothing plays. */
  heard(): Heard | null {
    const { renderer, context } = this;
    if (!renderer) return null;
    const late = context.outputLatency || context.baseLatency || 0;
    const frame = Math.max(0, (context.currentTime - late - this.base) * context.sampleRate);
    const piece = renderer.pieceAt(frame);
    if (!piece) return null;
    return {
      seconds: piece.from + ((frame - piece.start) / context.sampleRate) * piece.speed,
      round: piece.round,
      speed: piece.speed,
      counting: !piece.music,
    };
  }

  private fill(): void {
    const { context } = this;
    const played = context.currentTime - this.base;
    while (this.renderer && this.sent / context.sampleRate < played + AHEAD_SECONDS)
      if (!this.send(this.renderer.next(Math.round(CHUNK_SECONDS * context.sampleRate)))) {
        if (this.sent / context.sampleRate < played) this.finish();
        return;
      }
  }

  private send(channels: Float32Array[]): boolean {
    const { context } = this;
    const length = channels[0]?.length ?? 0;
    if (!length) return false;
    const buffer = context.createBuffer(channels.length, length, context.sampleRate);
    channels.forEach((channel, c) => buffer.copyToChannel(channel as Float32Array<ArrayBuffer>, c));
    const node = context.createBufferSource();
    node.buffer = buffer;
    node.connect(context.destination);
    node.start(this.base + this.sent / context.sampleRate);
    node.onended = () => {
      this.nodes = this.nodes.filter((each) => each !== node);
      // In a tab that is out of sight timers wait for a minute; the end of a sound does not.
      this.fill();
    };
    this.nodes.push(node);
    this.sent += length;
    return true;
  }

  private finish(): void {
    this.stop();
    this.onEnd();
  }
}
