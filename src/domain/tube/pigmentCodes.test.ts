import { describe, expect, it } from "vitest";
import { pigmentsOf } from "./pigmentCodes";

describe("the pigments of a label", () => {
  it.each([
    ["PB29 PW6", ["PB29", "PW6"]],
    ["PB29/PW6", ["PB29", "PW6"]],
    ["PB 29, PW 6", ["PB29", "PW6"]],
    ["pb29+pw6", ["PB29", "PW6"]],
    ["PB29; PW6", ["PB29", "PW6"]],
    ["PB-29 & PW-6", ["PB29", "PW6"]],
    ["PB29-PW6", ["PB29", "PW6"]],
    ["PB29|PW6", ["PB29", "PW6"]],
    ["PY35 and PR108", ["PY35", "PR108"]],
    ["PB15:3,PG7", ["PB15:3", "PG7"]],
    ["PB15.3", ["PB15:3"]],
    ["PR83:1", ["PR83:1"]],
    ["P.B. 15:3", ["PB15:3"]],
    ["Pigment Blue 29, Pigment White 6", ["PB29", "PW6"]],
    ["C.I. Pigment Black 9", ["PBk9"]],
    ["CI PBR7 / PBK11", ["PBr7", "PBk11"]],
    ["NR9", ["NR9"]],
    ["Natural Brown 8", ["NBr8"]],
    ["PB29 (ultramarine)", ["PB29"]],
    ["PV19 (γ)", ["PV19"]],
    ["PB29 70 % PW6 30%", ["PB29", "PW6"]],
    ["PB29 PB29", ["PB29"]],
    ["PX77", ["PX77"]],
    ["PB29 and a secret", ["PB29", "a", "secret"]],
    ["", []],
  ])("“%s” are %j", (text, names) => {
    expect(pigmentsOf(text)).toEqual(names);
  });
});
