// Figures of one's own: a name and its steps, in the words of any sheet.
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button, Drawer, Input } from "antd";
import { useState } from "react";
import { useTranslation } from "react-i18next";

import { api, ApiError, ask } from "../../shared/api/client";
import styles from "./FiguresDrawer.module.css";

interface Props {
  /** A name the sheet uses that nobody knows yet. */
  wanted: string;
  onClose: () => void;
  onChanged: () => void;
}

export default function FiguresDrawer({ wanted, onClose, onChanged }: Props) {
  const { t } = useTranslation();
  const queries = useQueryClient();
  const [name, setName] = useState(wanted);
  const [steps, setSteps] = useState("");
  const [problem, setProblem] = useState<{ field: string; message: string } | null>(null);
  const figures = useQuery({
    queryKey: ["figures"],
    queryFn: () => ask(api.GET("/api/dances/figures")),
  });
  const changed = () => {
    void queries.invalidateQueries({ queryKey: ["figures"] });
    onChanged();
  };
  const define = () =>
    ask(api.POST("/api/dances/figures", { body: { name, steps } })).then(
      () => {
        setProblem(null);
        setName("");
        setSteps("");
        changed();
      },
      (error: unknown) => {
        const said = error instanceof ApiError ? error : null;
        setProblem({ field: said?.field ?? "", message: said?.message || t("signin.offline") });
      },
    );
  const forget = (which: string) =>
    ask(api.DELETE("/api/dances/figures/{name}", { params: { path: { name: which } } })).then(
      changed,
      () => setProblem({ field: "", message: t("signin.offline") }),
    );
  return (
    <Drawer open onClose={onClose} title={t("figures.title")} size="min(520px, 96vw)">
      <p>{t("figures.lead")}</p>
      <form
        className={styles.define}
        onSubmit={(event) => {
          event.preventDefault();
          void define();
        }}
      >
        <label>
          {t("figures.name")}
          <Input
            value={name}
            maxLength={60}
            onChange={(event) => setName(event.target.value)}
            status={problem?.field === "name" ? "error" : ""}
          />
        </label>
        <label>
          {t("figures.steps")}
          <Input
            value={steps}
            maxLength={500}
            placeholder={t("figures.example")}
            onChange={(event) => setSteps(event.target.value)}
            status={problem?.field === "steps" ? "error" : ""}
          />
        </label>
        {problem && (
          <p role="alert" className="problem">
            {problem.message}
          </p>
        )}
        <Button type="primary" htmlType="submit" disabled={!name.trim() || !steps.trim()}>
          {t("figures.define")}
        </Button>
      </form>
      <ul className={styles.ownFigures}>
        {figures.data?.map((figure) => (
          <li key={figure.name}>
            <strong>{figure.name}</strong>
            <span>{figure.steps}</span>
            <Button size="small" onClick={() => void forget(figure.name)}>
              {t("figures.forget")}
            </Button>
          </li>
        ))}
      </ul>
    </Drawer>
  );
}
