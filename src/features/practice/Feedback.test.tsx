import { render, screen } from "@testing-library/react";
import { afterEach, beforeEach, expect, it } from "vitest";
import { openStudio, type TestStudio, until } from "../../../tests/support/studio";
import { labD65 } from "../../core/color/types";
import type { Question } from "../../domain/practice/practice";
import { scoreOf } from "../../domain/practice/score";
import { Feedback } from "./Feedback";

let studio: TestStudio;

beforeEach(() => {
  studio = openStudio();
});

afterEach(() => studio.end());

const TUBES = [
  { label: "Pale yellow", lab: labD65(85, 0, 80) },
  { label: "Deep umber", lab: labD65(30, 6, 10) },
];
const QUESTION: Question = {
  drill: "first",
  axis: "mixing",
  patches: [labD65(60, 4, 45)],
  choices: [{ doses: [{ tube: 0, parts: 1 }] }, { doses: [{ tube: 1, parts: 1 }] }],
  key: [0],
};

it.each([
  ["a right answer", 0, ["right: Pale yellow"]],
  ["a wrong one", 1, ["right: Pale yellow", "yours: Deep umber"]],
])("what goes first is told with the mixture and the tubes: %s", async (_, given, tubes) => {
  const Studio = studio.wrapper;
  const answer = { at: 0, given: [given] };
  render(
    <Studio>
      <Feedback
        question={QUESTION}
        answer={answer}
        score={scoreOf(QUESTION, answer)}
        tubes={TUBES}
        answered={[]}
        onNext={() => undefined}
      />
    </Studio>,
  );
  await until(() => screen.queryByRole("button", { name: /^Next/ }) !== null, "the answer is told");
  const names = screen.getAllByRole("img").map((patch) => patch.getAttribute("aria-label"));
  expect(names[0]).toMatch(/^the mixture: /);
  expect(names.slice(1)).toEqual(tubes);
});

it("a row that was put in order tells the value of each colour, in that order", async () => {
  const question: Question = {
    drill: "order",
    axis: "value",
    patches: [labD65(80, 0, 0), labD65(30, 20, 5), labD65(50, 0, 30)],
    choices: [],
    key: [1, 2, 0],
  };
  const answer = { at: 0, given: [2, 1, 0] };
  const Studio = studio.wrapper;
  render(
    <Studio>
      <Feedback
        question={question}
        answer={answer}
        score={scoreOf(question, answer)}
        tubes={TUBES}
        answered={[]}
        onNext={() => undefined}
      />
    </Studio>,
  );
  await until(() => screen.queryByRole("button", { name: /^Next/ }) !== null, "the answer is told");
  expect(screen.getAllByText(/^value /).map(({ textContent }) => textContent)).toEqual([
    "value 3",
    "value 5",
    "value 8",
  ]);
});
