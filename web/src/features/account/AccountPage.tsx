// One's own account: name and password, devices, everything as one file, and leaving.
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Button, Input } from "antd";
import { useState, type ReactNode } from "react";
import { useTranslation } from "react-i18next";

import { api, ask, type Schemas } from "../../shared/api/client";
import { momentWords } from "../../shared/i18n/days";
import { Header } from "../../shared/ui/Header";
import { Secret } from "../../shared/ui/Secret";
import { Loading, LoadingError } from "../../shared/ui/States";
import { Address } from "./Address";
import { Archive } from "./Archive";
import styles from "./AccountPage.module.css";
import { Answer } from "../../shared/ui/Answer";
import { deviceName } from "./devices";
import { Factor } from "./Factor";
import { Leaving } from "./Leaving";

type Session = Schemas["SessionForm"];

export default function AccountPage({ name }: { name: string }) {
  const { t } = useTranslation();
  const account = useQuery({ queryKey: ["account"], queryFn: () => ask(api.GET("/api/account")) });
  return (
    <>
      <Header />
      <main className="page">
        <h1>{t("account.title")}</h1>
        {account.isPending && <Loading />}
        {account.isError && <LoadingError error={account.error} again={account.refetch} />}
        {account.data && (
          <div className={styles.columns}>
            <div>
              <Card title={t("account.name")}>
                <Name name={name} />
              </Card>
              <Card title={t("account.password")}>
                <Password />
              </Card>
            </div>
            <div>
              <Card title={t("account.address")}>
                <Address />
              </Card>
              <Card title={t("account.factor")}>
                <Factor />
              </Card>
            </div>
            <div>
              <Card title={t("account.devices")}>
                <Devices />
              </Card>
              <Card title={t("account.archive")}>
                <Archive account={account.data} />
              </Card>
              <Card title={t("account.leaving")}>
                <Leaving account={account.data} />
              </Card>
            </div>
          </div>
        )}
      </main>
    </>
  );
}

function Card({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section className="card" aria-label={title}>
      <h2>{title}</h2>
      {children}
    </section>
  );
}

function Name({ name }: { name: string }) {
  const { t } = useTranslation();
  const queries = useQueryClient();
  const [said, setSaid] = useState(name);
  const change = useMutation({
    mutationFn: () => ask(api.PUT("/api/account/name", { body: { name: said } })),
    onSuccess: (now) =>
      queries.setQueryData<Session>(["session"], (old) => (old ? { ...old, ...now } : old)),
  });
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        change.mutate();
      }}
    >
      <label htmlFor="account-name">{t("account.nameLead")}</label>
      <Input
        id="account-name"
        autoComplete="username"
        autoCapitalize="none"
        value={said}
        onChange={(event) => setSaid(event.target.value)}
        required
      />
      <Answer of={change} done={t("account.nameDone")} />
      <Button htmlType="submit" disabled={said.trim() === name} loading={change.isPending}>
        {t("account.nameGo")}
      </Button>
    </form>
  );
}

function Password() {
  const { t } = useTranslation();
  const queries = useQueryClient();
  const [password, setPassword] = useState("");
  const [fresh, setFresh] = useState("");
  const change = useMutation({
    mutationFn: () => ask(api.PUT("/api/account/password", { body: { password, new: fresh } })),
    onSuccess: () => {
      setPassword("");
      setFresh("");
      void queries.invalidateQueries({ queryKey: ["devices"] });
    },
  });
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        change.mutate();
      }}
    >
      <Secret
        id="password-old"
        label={t("account.passwordOld")}
        value={password}
        onChange={setPassword}
      />
      <Secret
        id="password-new"
        label={t("account.passwordNew")}
        value={fresh}
        onChange={setFresh}
        fresh
      />
      <p className="soft">{t("account.passwordHint")}</p>
      <Answer of={change} done={t("account.passwordDone")} />
      <Button htmlType="submit" loading={change.isPending}>
        {t("account.passwordGo")}
      </Button>
    </form>
  );
}

function Devices() {
  const { t, i18n } = useTranslation();
  const queries = useQueryClient();
  const devices = useQuery({
    queryKey: ["devices"],
    queryFn: () => ask(api.GET("/api/account/devices")),
  });
  const end = useMutation({
    mutationFn: (pk: number) =>
      ask(api.DELETE("/api/account/devices/{pk}", { params: { path: { pk } } })),
    onSettled: () => void queries.invalidateQueries({ queryKey: ["devices"] }),
  });
  if (devices.isError) return <LoadingError error={devices.error} again={devices.refetch} />;
  return (
    <ul className={styles.devices}>
      {devices.data?.map((device) => (
        <li key={device.id}>
          <span>
            {deviceName(device.browser) || t("account.deviceUnknown")}
            <span className="soft">
              {t("account.since", { when: momentWords(device.signed_in_at, i18n.language) })}
            </span>
          </span>
          {device.here ? (
            <span className="soft">{t("account.here")}</span>
          ) : (
            <Button size="small" onClick={() => end.mutate(device.id)}>
              {t("account.signOutThere")}
            </Button>
          )}
        </li>
      ))}
    </ul>
  );
}
