// A mail address with its label.
import { Input } from "antd";

interface Props {
  id: string;
  label: string;
  value: string;
  onChange: (value: string) => void;
  large?: boolean;
  autoFocus?: boolean;
}

export function MailAddress({ id, label, value, onChange, large, autoFocus }: Props) {
  return (
    <>
      <label htmlFor={id}>{label}</label>
      <Input
        id={id}
        type="email"
        size={large ? "large" : "middle"}
        autoComplete="email"
        value={value}
        onChange={(event) => onChange(event.target.value)}
        required
        autoFocus={autoFocus ?? false}
      />
    </>
  );
}
