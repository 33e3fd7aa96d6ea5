import { useState } from "react";
import { useTranslation } from "react-i18next";

import { AskForm } from "./AskForm";
import { EnterForm } from "./EnterForm";
import { SignInFrame } from "./SignInFrame";

interface Props {
  /** The session ended while somebody was at work. */
  lost: boolean;
  /** This server sends mail. */
  mail: boolean;
  onEnter: () => void;
}

export default function SignIn({ lost, mail, onEnter }: Props) {
  const { t } = useTranslation();
  const [asks, setAsks] = useState(false);
  return (
    <SignInFrame>
      {asks ? (
        <AskForm onBack={() => setAsks(false)} />
      ) : (
        <EnterForm
          mail={mail}
          words={lost ? t("signin.lost") : undefined}
          onEnter={onEnter}
          onForgot={() => setAsks(true)}
        />
      )}
    </SignInFrame>
  );
}
