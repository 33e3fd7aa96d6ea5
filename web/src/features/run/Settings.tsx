// How one rehearses: what is said and clicked, rounds and pauses, and every event with what
// missing it does.
import { Button, Checkbox, Drawer, Radio, Select, Slider } from "antd";
import { useTranslation } from "react-i18next";

import type { ScoreView } from "../../shared/api/client";
import { languageOptions } from "../../shared/i18n";
import { OnDevice, type Prints } from "./OnDevice";
import { SecondScreen } from "./SecondScreen";
import styles from "./Settings.module.css";
import { KINDS } from "./sound/useSounding";
import type { ScreenState } from "./useScreen";
import { RAMP, type Setup } from "./setup";

type Joint = ScoreView["joints"][number];

interface Props {
  setup: Setup;
  set: (change: Partial<Setup>) => void;
  elsewhere: boolean;
  onElsewhere: (on: boolean) => void;
  onClose: () => void;
  joints: Joint[];
  onJoint: (joint: Joint) => void;
  /** What only the owner has. */
  own: {
    screen: ScreenState;
    routine: { id: string; title: string; urls: string[]; prints: Prints };
  } | null;
}

export function Settings(props: Props) {
  const { t } = useTranslation();
  const { setup, set, elsewhere, joints } = props;
  return (
    <Drawer open onClose={props.onClose} title={t("run.settings")} size="min(480px, 96vw)">
      <div className={styles.settings}>
        <fieldset>
          <legend>{t("run.heard")}</legend>
          <Checkbox
            checked={elsewhere}
            onChange={(event) => props.onElsewhere(event.target.checked)}
          >
            {t("run.elsewhere")}
          </Checkbox>
          <Checkbox
            checked={setup.mirrored}
            onChange={(event) => set({ mirrored: event.target.checked })}
          >
            {t("run.mirrored")}
          </Checkbox>
          <Checkbox
            checked={setup.countIn}
            onChange={(event) => set({ countIn: event.target.checked })}
          >
            {t("run.countIn")}
          </Checkbox>
          <Checkbox
            checked={setup.clicks}
            onChange={(event) => set({ clicks: event.target.checked })}
          >
            {t("song.mix.clicks")}
          </Checkbox>
          {KINDS.map((kind) => (
            <Checkbox
              key={kind}
              checked={setup.kinds.includes(kind)}
              onChange={(event) =>
                set({
                  kinds: KINDS.filter((each) =>
                    each === kind ? event.target.checked : setup.kinds.includes(each),
                  ),
                })
              }
            >
              {t(`run.calls.${kind}`)}
            </Checkbox>
          ))}
          <label className={styles.field}>
            {t("song.mix.language")}
            <Select
              value={setup.language}
              onChange={(language) => set({ language })}
              options={languageOptions}
            />
          </label>
          <label className={styles.field}>
            {t("run.voice")}
            <Slider
              min={0}
              max={2}
              step={0.1}
              value={setup.voice}
              onChange={(voice) => set({ voice })}
              tooltip={{ open: false }}
            />
          </label>
        </fieldset>
        <fieldset>
          <legend>{t("run.rounds")}</legend>
          <Checkbox checked={setup.loop} onChange={(event) => set({ loop: event.target.checked })}>
            {t("run.loop")}
          </Checkbox>
          <div className={styles.field}>
            {t("run.between")}
            <Radio.Group
              aria-label={t("run.between")}
              value={setup.pause}
              onChange={(event) => set({ pause: event.target.value as 0 | 4 | 8 })}
              options={([0, 4, 8] as const).map((value) => ({
                value,
                label: value ? t("run.counted", { count: value }) : t("run.noPause"),
              }))}
            />
          </div>
          <Checkbox
            checked={setup.ramp}
            onChange={(event) => set({ ramp: event.target.checked, loop: true })}
          >
            {t("run.ramp", {
              first: RAMP.first * 100,
              step: RAMP.step * 100,
              last: RAMP.last * 100,
            })}
          </Checkbox>
          <label className={styles.field}>
            {t("run.roundsEach")}
            <Select
              value={setup.rounds}
              onChange={(rounds) => set({ rounds })}
              options={[1, 2, 3, 4].map((value) => ({ value, label: value }))}
            />
          </label>
        </fieldset>
        {props.own && (
          <>
            <SecondScreen {...props.own.screen} />
            <OnDevice {...props.own.routine} />
          </>
        )}
        {joints.length > 0 && (
          <section>
            <h3>{t("run.events")}</h3>
            <ul>
              {joints.map((joint) => (
                <li key={joint.at_seconds}>
                  <strong>{joint.words}</strong>, {joint.place}
                  {joint.missed && <p className="soft">{joint.missed}</p>}
                  <Button onClick={() => props.onJoint(joint)}>{t("run.rehearse")}</Button>
                </li>
              ))}
            </ul>
          </section>
        )}
      </div>
    </Drawer>
  );
}
