// One file on its way to the server, and what was refused about the last one.
import { useCallback, useRef, useState } from "react";

import { ApiError } from "../../shared/api/client";
import { upload, type Upload } from "../../shared/api/upload";

export interface Sending {
  name: string;
  part: number;
}

export function useUpload<T>(offline: string) {
  const [sending, setSending] = useState<Sending | null>(null);
  const [problem, setProblem] = useState("");
  const going = useRef<Upload<T> | null>(null);
  const send = useCallback(
    async (path: string, file: File): Promise<T | null> => {
      going.current?.cancel();
      setProblem("");
      setSending({ name: file.name, part: 0 });
      const call = upload<T>(path, file, (part) => setSending({ name: file.name, part }));
      going.current = call;
      try {
        return await call.done;
      } catch (error) {
        if (error instanceof ApiError)
          setProblem(error.message ? `${file.name}: ${error.message}` : offline);
        return null;
      } finally {
        if (going.current === call) {
          going.current = null;
          setSending(null);
        }
      }
    },
    [offline],
  );
  return { send, sending, problem, cancel: () => going.current?.cancel() };
}
