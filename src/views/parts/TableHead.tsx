/** A column: what it is called, and how its head stands. */
type Column = string | readonly [name: string, className: string];

/** The head of a table; a strong one has a line below it. */
export const TableHead = ({ columns, isStrong = false }: { columns: readonly Column[]; isStrong?: boolean }) => (
  <thead>
    <tr
      className={`text-left text-muted print:text-black ${isStrong ? "border-b-[1.5px] border-ink" : "text-[12.5px]"}`}
    >
      {columns.map((column) => {
        const [name, className = ""] = typeof column === "string" ? [column] : column;
        return (
          <th key={name} scope="col" className={`font-normal ${className}`}>
            {name}
          </th>
        );
      })}
    </tr>
  </thead>
);
