/** Mix-ups that must not compile. Checked by `npm run typecheck`; never run. */
import { deltaE2000 } from "./ciede2000";
import { type LabD65, labD65, labUnder, lchUnder, type XyzD65, xyzUnder } from "./types";

const lab: LabD65 = labD65(50, 0, 0);
const xyz: XyzD65 = xyzUnder<"D65">(0.2, 0.2, 0.2);

// @ts-expect-error XYZ is not CIELAB
deltaE2000(lab, xyz);
// @ts-expect-error bare numbers have no white point
deltaE2000(lab, [50, 0, 0]);
// @ts-expect-error CIELAB of lamp light is not CIELAB of daylight
deltaE2000(lab, labUnder<"A">(50, 0, 0));
// @ts-expect-error the polar form is not the rectangular one
deltaE2000(lab, lchUnder<"D65">(50, 0, 0));
