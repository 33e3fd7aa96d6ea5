// Sending a large file: fetch cannot tell how far it is, XMLHttpRequest can.
import { ApiError, cookie } from "./client";

/** What a file dialog offers as recordings; the server looks at the bytes. */
export const AUDIO = ".wav,.flac,.ogg,.oga,.opus,.mp3,.m4a,.aac,.webm,.3gp,.aif,.aiff,audio/*";

export interface Upload<T> {
  done: Promise<T>;
  cancel: () => void;
}

export function upload<T>(path: string, file: File, onPart: (part: number) => void): Upload<T> {
  const request = new XMLHttpRequest();
  const done = new Promise<T>((resolve, reject) => {
    request.open("POST", path);
    request.setRequestHeader("X-CSRFToken", cookie("csrftoken"));
    request.responseType = "json";
    request.upload.onprogress = (event) =>
      onPart(event.lengthComputable ? event.loaded / event.total : 0);
    request.onload = () => {
      const said = (request.response ?? {}) as { message?: string; field?: string };
      if (request.status < 300) resolve(request.response as T);
      else reject(new ApiError(request.status, said.message ?? "", said.field));
    };
    request.onerror = () => reject(new ApiError(0, ""));
    request.onabort = () => reject(new DOMException("stopped", "AbortError"));
    const body = new FormData();
    body.append("file", file);
    request.send(body);
  });
  return { done, cancel: () => request.abort() };
}
