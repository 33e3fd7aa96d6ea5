// Questions about the routine, with or without sound; what was wrong comes again sooner.
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { useTranslation } from "react-i18next";

import { api, ask, type QuizView } from "../../shared/api/client";
import { useKeys } from "../../shared/ui/keys";
import { Loading, LoadingError } from "../../shared/ui/States";
import styles from "./Quiz.module.css";

interface Props {
  id: string;
  /** Play the song up to a moment. */
  onListen: (upTo: number) => void;
  onLeave: () => void;
}

interface Answers {
  round: number;
  right: Record<string, boolean>;
}

const pending = (id: string) => `quiz.${id}`;

export function Quiz({ id, onListen, onLeave }: Props) {
  const queries = useQueryClient();
  const options = { params: { path: { pk: id } } };
  const key = ["quiz", id];
  const quiz = useQuery({
    queryKey: key,
    queryFn: () => ask(api.GET("/api/routines/{pk}/quiz", options)),
    staleTime: Infinity,
  });
  const answer = useMutation({
    mutationFn: (body: Answers) => ask(api.POST("/api/routines/{pk}/quiz", { ...options, body })),
    retry: 3,
    onSuccess: (next) => {
      localStorage.removeItem(pending(id));
      queries.setQueryData(key, next);
    },
    // On the train: kept here, and told when the quiz is opened with network again.
    onError: (_, told) => localStorage.setItem(pending(id), JSON.stringify(told)),
  });
  const { mutate } = answer;
  useEffect(() => {
    const told = localStorage.getItem(pending(id));
    if (told && navigator.onLine) mutate(JSON.parse(told) as Answers);
  }, [id, mutate]);
  if (quiz.isError) return <LoadingError error={quiz.error} again={quiz.refetch} />;
  if (!quiz.data) return <Loading />;
  return (
    <Round
      key={quiz.data.round}
      quiz={quiz.data}
      kept={!answer.isError}
      onListen={onListen}
      onLeave={onLeave}
      onDone={(right) => answer.mutate({ round: quiz.data.round, right })}
    />
  );
}

interface RoundProps extends Omit<Props, "id"> {
  quiz: QuizView;
  kept: boolean;
  onDone: (right: Record<string, boolean>) => void;
}

function Round({ quiz, kept, onListen, onLeave, onDone }: RoundProps) {
  const { t } = useTranslation();
  const [at, setAt] = useState(0);
  const [chosen, setChosen] = useState<number | null>(null);
  const [right, setRight] = useState<Record<string, boolean>>({});
  const question = quiz.questions[at];
  const choose = (choice: number) => {
    if (!question || chosen !== null || choice >= question.choices.length) return;
    setChosen(choice);
    setRight({ ...right, [question.key]: choice === question.answer });
  };
  const next = () => {
    setChosen(null);
    setAt(at + 1);
  };
  useKeys((event) => {
    const choice = Number(event.key) - 1;
    if (event.key === "Enter" && chosen !== null) next();
    else if (event.shiftKey && choice >= 0) choose(choice);
    else return false;
    return true;
  });
  const rights = Object.values(right).filter(Boolean).length;
  if (!question)
    return (
      <section className={styles.quiz} aria-label={t("quiz.title")}>
        <p className={styles.question}>
          {quiz.questions.length
            ? t("quiz.over", { right: rights, count: quiz.questions.length })
            : t("quiz.none")}
        </p>
        <p className={styles.told}>{t("quiz.known", { percent: Math.round(quiz.known * 100) })}</p>
        {!kept && <p className={styles.told}>{t("quiz.notKept")}</p>}
        <p className={styles.choices}>
          {quiz.questions.length > 0 && (
            <button onClick={() => onDone(right)}>{t("quiz.again")}</button>
          )}
          <button onClick={onLeave}>{t("quiz.leave")}</button>
        </p>
      </section>
    );
  return (
    <section className={styles.quiz} aria-label={t("quiz.title")}>
      <p className={styles.told}>
        {t("quiz.number", { number: at + 1, count: quiz.questions.length })}
      </p>
      <p className={styles.question}>
        {question.words}{" "}
        {question.hear && (
          <button onClick={() => onListen(question.at_seconds)}>{t("quiz.listen")}</button>
        )}
      </p>
      <p className={styles.choices}>
        {question.choices.map((words, choice) => (
          <button
            key={words}
            data-told={
              chosen === null
                ? undefined
                : choice === question.answer
                  ? "right"
                  : choice === chosen
                    ? "wrong"
                    : undefined
            }
            disabled={chosen !== null}
            onClick={() => choose(choice)}
          >
            {words}
          </button>
        ))}
      </p>
      <p className={styles.told} role="status">
        {chosen !== null &&
          (chosen === question.answer
            ? t("quiz.right")
            : t("quiz.wrong", { answer: question.choices[question.answer] }))}
      </p>
      <p className={styles.choices}>
        {chosen !== null && <button onClick={next}>{t("quiz.next")}</button>}
        <button onClick={onLeave}>{t("quiz.leave")}</button>
      </p>
    </section>
  );
}
