// The whole song in one line.
import { phraseTint } from "../shared/theme/facing";
import { songClock } from "./clock";
import styles from "./SongStrip.module.css";

export interface StripPhrase {
  index: number;
  kind: string;
  name: string;
  counts: number;
  start_seconds: number;
  hit?: boolean | null;
}

interface Props {
  label: string;
  phrases: StripPhrase[];
  marked?: number | undefined;
  onPick?: (index: number) => void;
}

export function SongStrip({ label, phrases, marked, onPick }: Props) {
  return (
    <ol className={styles.strip} aria-label={label}>
      {phrases.map((phrase) => {
        const style = { flexGrow: phrase.counts, background: phraseTint(phrase) };
        const body = (
          <>
            <strong>{phrase.name}</strong> <span>{phrase.counts}</span>
          </>
        );
        const title = `${phrase.name}, ${phrase.counts}, ${songClock(phrase.start_seconds)}`;
        const state = phrase.index === marked ? "marked" : undefined;
        return (
          <li key={phrase.index} style={style} title={title} data-state={state}>
            {onPick ? (
              <button
                className="plain"
                aria-pressed={phrase.index === marked}
                onClick={() => onPick(phrase.index)}
              >
                {body}
              </button>
            ) : (
              <span className={styles.cell}>{body}</span>
            )}
          </li>
        );
      })}
    </ol>
  );
}
