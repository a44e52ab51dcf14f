import { render, screen } from "@testing-library/react";
import { afterEach, beforeEach, expect, it } from "vitest";
import { openStudio, type TestStudio, until } from "../../../tests/support/studio";
import { labD65 } from "../../core/color/types";
import { TapButtons } from "./TapButtons";

let studio: TestStudio;

beforeEach(() => {
  studio = openStudio();
});

afterEach(() => studio.end());

it("the keyboard is led to the first answer that is left, while any is", async () => {
  const labs = [20, 40, 60].map((lightness) => labD65(lightness, 0, 0));
  const Studio = studio.wrapper;
  const shown = (gone: readonly number[]) => (
    <Studio>
      <TapButtons names={["one", "two", "three"]} labs={labs} gone={gone} onTap={() => undefined} />
    </Studio>
  );
  const { rerender } = render(shown([]));
  await until(() => screen.queryAllByRole("button").length === 3, "the answers are there");
  const nextPlaces = (): readonly number[] =>
    screen
      .getAllByRole("button")
      .flatMap((button, place) => (button.hasAttribute("data-next") ? [place] : []));
  expect(nextPlaces()).toEqual([0]);
  rerender(shown([0]));
  expect(nextPlaces()).toEqual([1]);
  rerender(shown([0, 2]));
  expect(nextPlaces()).toEqual([1]);
  rerender(shown([0, 1, 2]));
  expect(nextPlaces()).toEqual([]);
});
