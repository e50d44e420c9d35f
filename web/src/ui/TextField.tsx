interface TextFieldProps {
  label: string;
  value: string;
  /** The most characters that are taken. */
  most: number;
  placeholder?: string;
  invalid?: boolean;
  className?: string;
  onChange: (value: string) => void;
}

/** A line of text with its label above. */
export function TextField({ label, value, most, placeholder, invalid, className = "", onChange }: TextFieldProps) {
  return (
    <label className={`grid gap-1 ${className}`}>
      <span className="text-note text-soft">{label}</span>
      <input
        className="field"
        maxLength={most}
        placeholder={placeholder}
        aria-invalid={invalid}
        value={value}
        onChange={(event) => onChange(event.target.value)}
      />
    </label>
  );
}
