// The password once more before something about signing in changes.
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { Button } from "antd";
import { useState, type ReactNode } from "react";
import { useTranslation } from "react-i18next";

import { type Schemas } from "../../shared/api/client";
import { Secret } from "../../shared/ui/Secret";
import styles from "./AccountPage.module.css";
import { Answer } from "../../shared/ui/Answer";

export type Factors = Schemas["FactorOut"] & { codes?: string[] };

interface Props {
  run: (password: string) => Promise<Factors>;
  go: string;
  /** With the recovery codes that are to be shown. */
  onClose: (codes?: string[]) => void;
  children?: ReactNode;
}

export function ConfirmWithPassword({ run, go, onClose, children }: Props) {
  const { t } = useTranslation();
  const queries = useQueryClient();
  const [password, setPassword] = useState("");
  const change = useMutation({
    mutationFn: () => run(password),
    onSuccess: ({ codes, ...now }) => {
      queries.setQueryData(["factor"], now);
      onClose(codes);
    },
  });
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        change.mutate();
      }}
    >
      {children}
      <Secret
        id="factor-password"
        label={t("account.leavePassword")}
        value={password}
        onChange={setPassword}
      />
      <Answer of={change} done="" />
      <div className={styles.row}>
        <Button htmlType="submit" loading={change.isPending}>
          {go}
        </Button>
        <Button type="link" onClick={() => onClose()}>
          {t("account.cancel")}
        </Button>
      </div>
    </form>
  );
}
