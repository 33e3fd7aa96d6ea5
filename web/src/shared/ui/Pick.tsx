// A button that opens the dialog for a file.
import { Button } from "antd";
import { useRef } from "react";

import { AUDIO } from "../api/upload";

interface PickProps {
  words: string;
  title?: string;
  primary?: boolean;
  /** Endings a file dialog offers; recordings when left out. */
  accept?: string;
  testId?: string;
  onFile: (file: File) => void;
}

export function Pick(props: PickProps) {
  const { words, title, primary = false, accept = AUDIO, testId = "recording", onFile } = props;
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <input
        ref={input}
        type="file"
        accept={accept}
        hidden
        data-testid={testId}
        onChange={(event) => {
          const file = event.target.files?.[0];
          event.target.value = "";
          if (file) onFile(file);
        }}
      />
      <Button
        type={primary ? "primary" : "default"}
        title={title}
        onClick={() => input.current?.click()}
      >
        {words}
      </Button>
    </>
  );
}
