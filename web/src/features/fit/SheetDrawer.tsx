// What the routine and its sheet say differently, side by side; taken over by a press, either way.
import { useMutation, useQuery } from "@tanstack/react-query";
import { Button, Drawer, Skeleton } from "antd";
import { useTranslation } from "react-i18next";

import { api, ask, type EventForm, type RoutineOut } from "../../shared/api/client";
import styles from "./SheetDrawer.module.css";

interface Props {
  id: string;
  version: string;
  onClose: () => void;
  onTake: (events: EventForm[]) => void;
  onOrder: (sequence: string) => void;
  onRemove: (event: string) => void;
  onWritten: (routine: RoutineOut) => void;
}

export default function SheetDrawer(props: Props) {
  const { id, version, onClose, onTake, onOrder, onRemove, onWritten } = props;
  const { t } = useTranslation();
  const options = { params: { path: { pk: id } } };
  const found = useQuery({
    queryKey: ["beside-sheet", id, version],
    queryFn: () => ask(api.GET("/api/routines/{pk}/sheet", options), true),
  });
  const write = useMutation({
    mutationFn: () => ask(api.POST("/api/routines/{pk}/sheet", options)),
    onSuccess: onWritten,
  });
  const data = found.data;
  const same = data && !data.missing.length && !data.extra.length && !data.sequence;
  return (
    <Drawer open onClose={onClose} title={t("sheet.title")} size="min(760px, 96vw)">
      <p className="soft">{t("sheet.lead")}</p>
      {found.isPending && <Skeleton active paragraph={{ rows: 4 }} />}
      {found.isError && <p className="notice">{found.error.message || t("saved.offline")}</p>}
      {same && <p className="fine">{t("sheet.same")}</p>}
      {data && !same && (
        <div className={styles.sides}>
          <section aria-labelledby="on-sheet">
            <h3 id="on-sheet">{t("sheet.onSheet")}</h3>
            <ul>
              {data.missing.map((event, index) => (
                <li key={event.id}>
                  <span>{data.missing_words[index]}</span>
                  <Button size="small" onClick={() => onTake([event])}>
                    {t("sheet.take")}
                  </Button>
                </li>
              ))}
              {data.sequence && (
                <li>
                  <span>{t("sheet.order", { order: data.sequence })}</span>
                  <Button size="small" onClick={() => onOrder(data.sequence)}>
                    {t("sheet.take")}
                  </Button>
                </li>
              )}
            </ul>
            {data.missing.length > 1 && (
              <Button type="primary" onClick={() => onTake(data.missing)}>
                {t("sheet.takeAll", { count: data.missing.length })}
              </Button>
            )}
            {!data.missing.length && !data.sequence && <p className="soft">{t("sheet.nothing")}</p>}
          </section>
          <section aria-labelledby="in-routine">
            <h3 id="in-routine">{t("sheet.inRoutine")}</h3>
            <ul>
              {data.extra.map((event, index) => (
                <li key={event}>
                  <span>{data.extra_words[index]}</span>
                  <Button size="small" onClick={() => onRemove(event)}>
                    {t("sheet.remove")}
                  </Button>
                </li>
              ))}
            </ul>
            {data.lines && (
              <Button loading={write.isPending} onClick={() => write.mutate()}>
                {t("sheet.write")}
              </Button>
            )}
            {!data.extra.length && <p className="soft">{t("sheet.nothing")}</p>}
          </section>
        </div>
      )}
      {data && data.left.length > 0 && (
        <section aria-labelledby="not-taken">
          <h3 id="not-taken">{t("sheet.left")}</h3>
          <ul className={styles.left}>
            {data.left.map((each) => (
              <li key={`${each.line} ${each.said}`}>
                {!each.why.includes(each.said) && <q>{each.said}</q>}{" "}
                <span className="soft">{each.why}</span>
              </li>
            ))}
          </ul>
        </section>
      )}
      {write.isError && <p className="notice">{write.error.message || t("saved.offline")}</p>}
    </Drawer>
  );
}
