// The sheet as a file or on paper: which form, in which language, counted how.
import { Button, Checkbox, Drawer, Radio, Select } from "antd";
import clsx from "clsx";
import { useState } from "react";
import { useTranslation } from "react-i18next";

import { languageOptions } from "../../shared/i18n";
import styles from "./PrintDrawer.module.css";

interface Props {
  id: string;
  onClose: () => void;
}

const ENDINGS = ["pdf", "txt", "md", "csv", "json"] as const;
/** Figures that go by two names; the first is what is printed when nothing is chosen. */
const NAMES = [
  ["vine", "grapevine"],
  ["dorothy", "wizard"],
  ["recover", "replace"],
  ["shuffle", "triple step", "chassé"],
] as const;

export default function PrintDrawer({ id, onClose }: Props) {
  const { t, i18n } = useTranslation();
  const [ending, setEnding] = useState<(typeof ENDINGS)[number]>("pdf");
  const [language, setLanguage] = useState(i18n.language);
  const [counts, setCounts] = useState("over");
  const [chart, setChart] = useState(false);
  const [cautions, setCautions] = useState(true);
  const [asWritten, setAsWritten] = useState(false);
  const [names, setNames] = useState<Record<string, string>>({});
  const worded = ending !== "csv" && ending !== "json" && !(ending === "txt" && asWritten);
  const asked = new URLSearchParams();
  if (worded) {
    asked.set("language", language);
    if (ending !== "pdf") asked.set("counts", counts);
    const chosen = Object.values(names).filter(Boolean).join(",");
    if (chosen) asked.set("names", chosen);
  }
  if (ending === "pdf") {
    asked.set("chart", String(chart));
    asked.set("cautions", String(cautions));
  }
  return (
    <Drawer open onClose={onClose} title={t("print.title")} size="min(460px, 96vw)">
      <div className={styles.printForm}>
        <Radio.Group
          aria-label={t("print.form")}
          value={ending}
          onChange={(event) => setEnding(event.target.value)}
          options={ENDINGS.map((value) => ({ value, label: t(`print.endings.${value}`) }))}
          className={clsx(styles.stacked)}
        />
        {ending === "txt" && (
          <Checkbox checked={asWritten} onChange={(event) => setAsWritten(event.target.checked)}>
            {t("print.asWritten")}
          </Checkbox>
        )}
        {worded && (
          <>
            <label>
              {t("print.language")}
              <Select value={language} onChange={setLanguage} options={languageOptions} />
            </label>
            {ending !== "pdf" && (
              <label>
                {t("print.counts")}
                <Select
                  value={counts}
                  onChange={setCounts}
                  options={["over", "on"].map((value) => ({
                    value,
                    label: t(`print.counted.${value}`),
                  }))}
                />
              </label>
            )}
            {language === "en" && (
              <fieldset>
                <legend>{t("print.call")}</legend>
                {NAMES.map(([usual, ...others]) => (
                  <Select
                    key={usual}
                    aria-label={t("print.callOf", { name: usual })}
                    value={names[usual] ?? ""}
                    onChange={(value) => setNames({ ...names, [usual]: value })}
                    options={[
                      { value: "", label: usual },
                      ...others.map((value) => ({ value, label: value })),
                    ]}
                  />
                ))}
              </fieldset>
            )}
          </>
        )}
        {ending === "pdf" && (
          <>
            <Checkbox checked={chart} onChange={(event) => setChart(event.target.checked)}>
              {t("print.chart")}
            </Checkbox>
            <Checkbox checked={cautions} onChange={(event) => setCautions(event.target.checked)}>
              {t("print.cautions")}
            </Checkbox>
          </>
        )}
        <Button type="primary" href={`/api/dances/${id}/sheet.${ending}?${asked.toString()}`}>
          {t("print.go")}
        </Button>
      </div>
    </Drawer>
  );
}
