// The click of a count, the same on every desk.
const CLICK_SECONDS = 0.03;

/** A short tick of this pitch, in hertz. */
export function tick(pitch: number, loud: number, rate: number): Float32Array {
  return Float32Array.from({ length: Math.round(CLICK_SECONDS * rate) }, (_, at) => {
    const t = at / rate;
    return loud * Math.sin(2 * Math.PI * pitch * t) * Math.exp(-t / 0.006);
  });
}
