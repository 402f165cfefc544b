// SPDX-License-Identifier: GPL-3.0-or-later
// Reads profiles with an ICC parser that is not Little CMS, and checks tag offsets and curves by the standard alone.
//   node check-profiles.mjs PROFILE...
import { readFileSync } from 'node:fs';
import { parse } from 'icc';

let faults = 0;
function check(file, good, what) {
  if (!good) {
    faults += 1;
    console.error(`${file}: ${what}`);
  }
}

/// A tone curve, sampled (ICC.1:2010, 10.5) or by formula (10.16, table 65).
function curveAt(bytes, offset) {
  const type = bytes.toString('latin1', offset, offset + 4);
  if (type === 'curv') {
    const entries = bytes.readUInt32BE(offset + 8);
    return (x) => {
      const at = Math.min(x * (entries - 1), entries - 1);
      const i = Math.min(Math.floor(at), entries - 2);
      const entry = (k) => bytes.readUInt16BE(offset + 12 + 2 * k) / 65535;
      return entry(i) + (at - i) * (entry(i + 1) - entry(i));
    };
  }
  const kind = bytes.readUInt16BE(offset + 8);
  const p = Array.from({ length: [1, 3, 4, 5, 7][kind] }, (_, i) => bytes.readInt32BE(offset + 12 + 4 * i) / 65536);
  const [g, a = 1, b = 0, c = 0, d = 0, e = 0, f = 0] = p;
  switch (kind) {
    case 0: return (x) => x ** g;
    case 1: return (x) => (x >= -b / a ? (a * x + b) ** g : 0);
    case 2: return (x) => (x >= -b / a ? (a * x + b) ** g + c : c);
    case 3: return (x) => (x >= d ? (a * x + b) ** g : c * x);
    default: return (x) => (x >= d ? (a * x + b) ** g + e : c * x + f);
  }
}

for (const file of process.argv.slice(2)) {
  const bytes = readFileSync(file);
  const p = parse(bytes);
  check(file, p.deviceClass === 'Monitor', `class ${p.deviceClass}`);
  check(file, p.colorSpace === 'RGB', `colour space ${p.colorSpace}`);
  check(file, ['XYZ', 'Lab'].includes(p.connectionSpace), `connection space ${p.connectionSpace}`);
  check(file, /^(2\.4|4\.3)/.test(p.version), `version ${p.version}`);
  check(file, p.intent === 'Relative', `intent ${p.intent}`);
  check(file, typeof p.description === 'string' && p.description.length > 0, 'no description');
  check(file, typeof p.copyright === 'string' && p.copyright.length > 0, 'no copyright');
  // ICC.1:2010, 7.2.2 and 7.3: size and tag table.
  check(file, bytes.readUInt32BE(0) === bytes.length, 'the size in the header is not the file\'s');
  const count = bytes.readUInt32BE(128);
  const tags = new Map();
  for (let i = 0; i < count; i += 1) {
    const at = 132 + 12 * i;
    const [offset, size] = [bytes.readUInt32BE(at + 4), bytes.readUInt32BE(at + 8)];
    check(file, offset % 4 === 0, `tag ${i} is not aligned`);
    check(file, offset + size <= bytes.length, `tag ${i} leaves the file`);
    tags.set(bytes.toString('latin1', at, at + 4), { offset, size });
  }
  for (const tag of ['desc', 'cprt', 'wtpt', 'chad', 'lumi']) {
    check(file, tags.has(tag), `${tag} is missing`);
  }
  const fixed = (at) => bytes.readInt32BE(at) / 65536;
  if (tags.has('rXYZ')) {
    // The colorants add up to the white of the connection space, D50 (ICC.1:2010, 7.2.16).
    const d50 = [0.9642, 1, 0.8249];
    for (let c = 0; c < 3; c += 1) {
      const sum = ['rXYZ', 'gXYZ', 'bXYZ'].reduce((all, tag) => all + fixed(tags.get(tag).offset + 8 + 4 * c), 0);
      check(file, Math.abs(sum - d50[c]) < 0.0005, `colorants add up to ${sum} instead of ${d50[c]}`);
    }
    const green = curveAt(bytes, tags.get('gTRC').offset);
    let before = -1;
    for (let i = 0; i <= 1000; i += 1) {
      const v = green(i / 1000);
      check(file, v >= before, `the curve of green falls at ${i / 1000}`);
      before = v;
    }
    check(file, Math.abs(before - 1) < 2e-4, `the curve of green ends at ${before}`);
  } else {
    for (const tag of ['A2B0', 'A2B1', 'A2B2', 'B2A0', 'B2A1', 'B2A2']) {
      check(file, tags.has(tag), `${tag} is missing`);
    }
  }
  console.log(`${file}: ICC ${p.version}, ${p.description}`);
}
process.exit(faults === 0 && process.argv.length > 2 ? 0 : 1);
