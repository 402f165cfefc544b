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
    const { offset } = tags.get('gTRC');
    const entries = bytes.readUInt32BE(offset + 8);
    let before = -1;
    for (let i = 0; i < entries; i += 1) {
      const v = bytes.readUInt16BE(offset + 12 + 2 * i);
      check(file, v >= before, `the curve of green falls at ${i}`);
      before = v;
    }
    check(file, before === 65535, 'the curve of green does not end at full');
  } else {
    for (const tag of ['A2B0', 'A2B1', 'A2B2', 'B2A0', 'B2A1', 'B2A2']) {
      check(file, tags.has(tag), `${tag} is missing`);
    }
  }
  console.log(`${file}: ICC ${p.version}, ${p.description}`);
}
process.exit(faults === 0 && process.argv.length > 2 ? 0 : 1);
