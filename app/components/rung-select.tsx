export interface RungGroups {
  groups: readonly { name: string; rungs: readonly { id: string; name: string }[] }[];
}

/** A choice among all rungs, by ladder. */
export function RungSelect({
  label,
  groups,
  value,
  none,
  onChange,
  className,
}: RungGroups & {
  label: string;
  value: string;
  /** What choosing nothing is called, where that may be chosen. */
  none?: string;
  onChange: (id: string) => void;
  className?: string;
}) {
  return (
    <label className={className}>
      <span className="block text-aside text-quiet">{label}</span>
      <select className="field-input" value={value} onChange={(event) => onChange(event.target.value)}>
        {none === undefined ? null : <option value="">{none}</option>}
        {groups.map((group) => (
          <optgroup key={group.name} label={group.name}>
            {group.rungs.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </optgroup>
        ))}
      </select>
    </label>
  );
}
