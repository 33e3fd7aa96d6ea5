// Other ways to fit: the best plans as small stacks, with what each costs.
import { Button } from "antd";
import clsx from "clsx";
import { useTranslation } from "react-i18next";

import type { Plan, Plans as PlansView } from "./usePlans";
import { SmallStack } from "./SmallStack";
import styles from "./Plans.module.css";
import desk from "./FitDesk.module.css";

interface Props {
  plans: PlansView | undefined;
  /** They were made from what no longer stands: to look at until the new ones are there. */
  old: boolean;
  error: string;
  shown: Plan | null;
  onShow: (plan: Plan | null) => void;
  onTake: (plan: Plan) => void;
  onLimits: () => void;
  /** What is given back when nobody's plan is any good. */
  onRank: (of: "dances" | "songs") => void;
}

export function Plans(props: Props) {
  const { plans, old, error, shown, onShow, onTake, onLimits, onRank } = props;
  const { t } = useTranslation();
  const best = plans?.plans[0]?.cost ?? 0;
  const more = plans ? plans.own.cost - best : 0;
  return (
    <section
      className={clsx("card", styles.plans)}
      aria-label={t("plans.title")}
      aria-busy={old}
      data-plans
    >
      <header>
        <h2>{t("plans.title")}</h2>
        <Button size="small" type="text" onClick={onLimits}>
          {t("plans.limits")}
        </Button>
      </header>
      {old && <p className="soft">{t("plans.working")}</p>}
      {error && <p className={styles.verdict}>{error}</p>}
      {plans?.verdict && (
        <div className={styles.verdict}>
          <p>{plans.verdict}</p>
          {plans.plans.length > 0 && (
            <p>
              <Button size="small" onClick={() => onRank("dances")}>
                {t("plans.rankDances")}
              </Button>{" "}
              <Button size="small" onClick={() => onRank("songs")}>
                {t("plans.rankSongs")}
              </Button>
            </p>
          )}
        </div>
      )}
      {plans && plans.plans.length > 0 && (
        <>
          <details hidden={old}>
            <summary>
              {t("plans.own")} <b>{plans.own.cost}</b>,{" "}
              {more > 0
                ? t("plans.more", { count: more })
                : more < 0
                  ? t("plans.less", { count: -more })
                  : t("plans.even")}
            </summary>
            <Bill bill={plans.own.bill} />
          </details>
          <ol onMouseLeave={() => onShow(null)}>
            {plans.plans.map((plan, index) => (
              <li key={index}>
                <button
                  className={clsx("plain", plan === shown && styles.shown)}
                  disabled={old}
                  // Only a mouse that moves: a list that slides under a resting one shows nothing.
                  onMouseMove={(event) =>
                    (event.movementX || event.movementY) && plan !== shown && onShow(plan)
                  }
                  onFocus={() => onShow(plan)}
                  onBlur={() => onShow(null)}
                  onClick={() => onTake(plan)}
                >
                  <SmallStack segments={plan.segments} />
                  <span>
                    <strong>{plan.words}</strong>
                    <small>
                      {t("plans.hits", { hits: plan.hits, phrases: plan.phrases })} ·{" "}
                      {t("plans.cost", { count: plan.cost })}
                    </small>
                  </span>
                </button>
              </li>
            ))}
          </ol>
        </>
      )}
    </section>
  );
}

/** Why a plan is as it is, in place of the events while it is looked at. */
export function PlanWhy({ plan }: { plan: Plan }) {
  const { t } = useTranslation();
  return (
    <section className={clsx("card", desk.here, styles.why)} aria-label={t("plans.why")}>
      <div className={desk.add}>
        <h2>{t("plans.looking")}</h2>
        <span className="soft">
          {t("plans.take")} <span className="key">Enter</span>
        </span>
      </div>
      <div className={styles.columns}>
        <ul>
          {plan.reasons.map((reason) => (
            <li key={`${reason.event} ${reason.wall}`}>{reason.words}</li>
          ))}
          {!plan.reasons.length && <li>{plan.words}</li>}
        </ul>
        <div>
          <h3>{t("plans.costs", { count: plan.cost })}</h3>
          <Bill bill={plan.bill} />
        </div>
      </div>
    </section>
  );
}

function Bill({ bill }: { bill: Plan["bill"] }) {
  const { t } = useTranslation();
  if (!bill.length) return <p className="soft">{t("plans.free")}</p>;
  return (
    <ul className={styles.bill}>
      {bill.map((line, index) => (
        <li key={index}>
          <b>{line.cost}</b>
          <span>{line.words}</span>
        </li>
      ))}
    </ul>
  );
}
