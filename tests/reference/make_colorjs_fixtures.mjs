// SPDX-License-Identifier: GPL-3.0-or-later
// Makes colorjs.csv with the npm package colorjs.io, version 0.5.2 (pinned):
//   npm install colorjs.io@0.5.2 && node make_colorjs_fixtures.mjs > colorjs.csv
// Rows: kind, then numbers. All colours come from a small seeded generator, so that the file can be made again.
import Color from "colorjs.io";

let state = 20260101;
const random = () => (state = (state * 1103515245 + 12345) % 2147483648) / 2147483648;
const row = (kind, ...numbers) => console.log([kind, ...numbers.map((n) => n.toPrecision(12))].join(","));

for (let i = 0; i < 60; ++i) {
  const lab1 = [5 + 90 * random(), 160 * random() - 80, 160 * random() - 80];
  const near = i % 2 ? 6 : 40;
  const lab2 = lab1.map((v) => v + near * (random() - 0.5));
  lab2[0] = Math.min(100, Math.max(0, lab2[0]));
  const a = new Color("lab", lab1), b = new Color("lab", lab2);
  row("de76", ...lab1, ...lab2, a.deltaE(b, "76"));
  row("de2000", ...lab1, ...lab2, a.deltaE(b, "2000"));
  row("decmc", ...lab1, ...lab2, a.deltaE(b, "CMC"));
}
// Absolute D65 tristimulus values in cd/m2 (colorjs: media white at 203 cd/m2, BT.2408).
for (let i = 0; i < 30; ++i) {
  const xyz1 = [5 + 150 * random(), 5 + 150 * random(), 5 + 150 * random()];
  const xyz2 = xyz1.map((v) => v * (1 + 0.2 * (random() - 0.5)));
  const a = new Color("xyz-abs-d65", xyz1), b = new Color("xyz-abs-d65", xyz2);
  row("deitp", ...xyz1, ...xyz2, a.deltaE(b, "ITP"));
}
const spaces = { srgb: "sRGB", p3: "Display P3", a98rgb: "Adobe RGB (1998)" };
for (const [id, name] of Object.entries(spaces)) {
  for (let i = 0; i < 15; ++i) {
    const rgb = [random(), random(), random()];
    row(name, ...rgb, ...new Color(id, rgb).to("xyz-d65").coords);
  }
}
