/** The heads of a table's columns, in their order. */
export function HeadCells({ names, className }: { names: readonly string[]; className: string }) {
  return names.map((name) => (
    <th key={name} scope="col" className={className}>
      {name}
    </th>
  ));
}
