// A colleague follows an invitation: one press, and they work on it too.
import { useMutation } from "@tanstack/react-query";
import { Button } from "antd";
import { useTranslation } from "react-i18next";
import { useNavigate, useParams } from "react-router";

import { api, ask } from "../../shared/api/client";
import { Header } from "../../shared/ui/Header";

export default function JoinPage() {
  const { token = "" } = useParams();
  const { t } = useTranslation();
  const go = useNavigate();
  const join = useMutation({
    mutationFn: () => ask(api.POST("/api/invitations/{token}", { params: { path: { token } } })),
    onSuccess: ({ class_id, routine }) =>
      void go(class_id ? `/classes/${class_id}` : `/routines/${routine}/fit`),
  });
  return (
    <>
      <Header title={t("together.title")} />
      <main className="page">
        <h1>{t("together.joinTitle")}</h1>
        <p>{t("together.joinLead")}</p>
        {join.isError && (
          <p role="alert" className="problem">
            {join.error.message || t("together.gone")}
          </p>
        )}
        <Button type="primary" loading={join.isPending} onClick={() => join.mutate()}>
          {t("together.join")}
        </Button>
      </main>
    </>
  );
}
