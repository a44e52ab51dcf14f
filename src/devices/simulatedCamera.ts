/**
 * Pictures that stand in for a camera: made by a script, with the faults that photos have. Their truth is known
 * to the script alone; the application treats them as any photo.
 */
export type CameraShot = {
  readonly file: string;
  readonly name: string;
  readonly about: string;
};

export const CAMERA_SHOTS: readonly CameraShot[] = [
  {
    file: "/camera/slipway-lamp.jpg",
    name: "Slipway by lamplight",
    about:
      "the demo's subject with a warm cast, light that falls off to the right, and cards along two edges",
  },
  {
    file: "/camera/chart-window.jpg",
    name: "Printed chart at a window",
    about: "24 patches in a cool light that falls off downwards; their values are in chart-window.txt",
  },
  {
    file: "/camera/palette-wall.jpg",
    name: "Six strings on a board",
    about: "six strings of five values each, one pile too dark, in slanting light",
  },
];

/** The values of the chart's patches, a line each, as a maker of charts would print them. */
export const CHART_VALUES = "/camera/chart-window.txt";
