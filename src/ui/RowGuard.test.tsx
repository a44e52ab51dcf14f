import { render, screen } from "@testing-library/react";
import { expect, it, vi } from "vitest";
import { RowGuard } from "./RowGuard";

type Row = { readonly name: string; readonly at: number };

function Shown({ row }: { row: Row }) {
  return <span>{`${row.name}, ${new Date(row.at).toISOString().slice(0, 4)}`}</span>;
}

function List({ rows }: { rows: readonly Row[] }) {
  return (
    <ul>
      {rows.map((row) => (
        <RowGuard key={row.name} name={row.name} resetKey={row} as="li">
          <li>
            <Shown row={row} />
          </li>
        </RowGuard>
      ))}
    </ul>
  );
}

it("one row that cannot be drawn names itself, the others stay, and mended it is drawn", () => {
  const quiet = vi.spyOn(console, "error").mockImplementation(() => undefined);
  const rows: readonly Row[] = [
    { name: "Hull", at: 0 },
    { name: "Keel", at: 1e17 },
    { name: "Moss", at: 0 },
  ];
  const { rerender } = render(<List rows={rows} />);
  expect(screen.getAllByRole("listitem").map(({ textContent }) => textContent)).toEqual([
    "Hull, 1970",
    "Keel cannot be shown. Its record is kept as it is.",
    "Moss, 1970",
  ]);
  rerender(<List rows={rows.map((row) => ({ ...row, at: 0 }))} />);
  expect(screen.getByText("Keel, 1970")).toBeTruthy();
  quiet.mockRestore();
});
