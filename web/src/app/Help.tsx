// ? shows every key.
import { Modal } from "antd";
import { useState } from "react";
import { useTranslation } from "react-i18next";

import { useKeys } from "../shared/ui/keys";
import styles from "./Help.module.css";

const KEYS: [string, string][] = [
  ["1 2 3 4", "keys.desks"],
  ["Ctrl+Z  Ctrl+Shift+Z", "keys.undo"],
  ["Space", "keys.play"],
  ["T", "keys.tap"],
  ["[  ]", "keys.shift"],
  [",  .", "keys.speed"],
  ["← →", "keys.count"],
  ["Shift+← →", "keys.section"],
  ["↑ ↓  Alt+← →", "keys.wall"],
  ["R", "keys.restart"],
  ["G", "keys.tag"],
  ["B", "keys.bridge"],
  ["Delete", "keys.remove"],
  ["Enter", "keys.fix"],
  ["Alt+Enter", "keys.fixHere"],
  ["F8", "keys.next"],
  ["Alt+Shift+M", "keys.mirror"],
  ["Alt+Shift+D", "keys.duplicate"],
  ["Ctrl+Shift+[  Ctrl+Shift+]", "keys.fold"],
  ["Ctrl+Space", "keys.complete"],
  ["L", "keys.lost"],
  ["Home  PageUp", "keys.again"],
  ["PageDown", "keys.nextWall"],
  ["W  O  E  A", "keys.repeat"],
  ["?", "keys.help"],
];

export function Help() {
  const { t } = useTranslation();
  const [open, setOpen] = useState(false);
  useKeys((event) => {
    if (event.key !== "?") return false;
    setOpen(true);
    return true;
  });
  return (
    <Modal
      title={t("keys.title")}
      open={open}
      onCancel={() => setOpen(false)}
      footer={null}
      destroyOnHidden
    >
      <dl className={styles.keylist}>
        {KEYS.map(([key, words]) => (
          <div key={key}>
            <dt>{key}</dt>
            <dd>{t(words)}</dd>
          </div>
        ))}
      </dl>
    </Modal>
  );
}
