// A password with its label.
import { Input } from "antd";

interface Props {
  id: string;
  label: string;
  value: string;
  onChange: (value: string) => void;
  /** One that is chosen now, which a password manager may think up. */
  fresh?: boolean;
  large?: boolean;
  autoFocus?: boolean;
}

export function Secret({ id, label, value, onChange, fresh, large, autoFocus }: Props) {
  return (
    <>
      <label htmlFor={id}>{label}</label>
      <Input.Password
        id={id}
        size={large ? "large" : "middle"}
        autoComplete={fresh ? "new-password" : "current-password"}
        value={value}
        onChange={(event) => onChange(event.target.value)}
        required
        autoFocus={autoFocus ?? false}
      />
    </>
  );
}
