import { render, screen, within } from "@testing-library/react";
import { afterEach, beforeEach, expect, it } from "vitest";
import { fillStore } from "../../../tests/support/sampleStore";
import { openStudio, type TestStudio, until } from "../../../tests/support/studio";
import { opticsOfTube, withOptics } from "../../domain/tube/optics";
import { BoxTable } from "./BoxTable";

let studio: TestStudio;

beforeEach(async () => {
  studio = openStudio();
  await fillStore(studio.db);
});

afterEach(() => studio.end());

it("a tube whose colour cannot be computed says so in its row, and the others stay", async () => {
  const [first, ...others] = await studio.db.tubes.toArray();
  const optics = first && opticsOfTube(first);
  if (!optics) throw new Error("no tube with a model");
  const broken = withOptics(first, { ...optics, scattering: new Float64Array(optics.scattering.length) });
  const Studio = studio.wrapper;
  render(
    <Studio>
      <BoxTable tubes={[broken, ...others]} openId={undefined} onOpen={() => undefined} />
    </Studio>,
  );
  await until(() => screen.queryAllByRole("row").length > 0, "the table is there");
  const rowOf = (label: string) => {
    const row = screen.getByRole("button", { name: label }).closest("tr");
    if (!row) throw new Error(`no row of ${label}`);
    return row;
  };
  expect(rowOf(first.label).textContent).toContain("Its colour cannot be shown");
  for (const { label } of others) {
    const cells = within(rowOf(label)).getAllByRole("cell");
    expect(Number(cells[1]?.textContent), label).toBeGreaterThan(0);
    expect(cells[0]?.textContent).toBe(label);
  }
});
