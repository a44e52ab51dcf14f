import { cleanup, render } from "@testing-library/react";
import { useDeferredValue, useLayoutEffect } from "react";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { useIsDrawn } from "./useIsDrawn";

afterEach(cleanup);

let pictures: string[];
beforeEach(() => {
  pictures = [];
});

function Box() {
  const isDrawn = useIsDrawn();
  useLayoutEffect(() => {
    pictures.push(isDrawn ? "list and page" : "list");
  }, [isDrawn]);
  return null;
}

/** As the router draws a view that it had to fetch. */
function Route() {
  const isFetched = useDeferredValue(true, false);
  return isFetched ? <Box /> : null;
}

describe("what follows once the rest is drawn", () => {
  it("is not in the first picture, and comes by itself", () => {
    render(<Box />);
    expect(pictures).toEqual(["list", "list and page"]);
  });

  it("is held back in a view that is drawn as a deferred one too", () => {
    render(<Route />);
    expect(pictures).toEqual(["list", "list and page"]);
  });
});
