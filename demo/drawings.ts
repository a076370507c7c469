/** Pictures for the demo, drawn by hand in lines: no camera has seen them. */

const sheet = (body: string): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 480 360"><rect width="480" height="360" fill="#c9c2b3"/>
<rect y="230" width="480" height="130" fill="#a79f8d"/>${body}</svg>`;

const metal = 'fill="#8d8a83" stroke="#3b3a37" stroke-width="4"';
const dark = 'fill="#4a4844" stroke="#24231f" stroke-width="4"';

/** A cable end whose bush is worn to a crescent: light shows beside the pin. */
export const wornBush = sheet(`<rect x="20" y="150" width="190" height="34" rx="8" ${metal}/>
<circle cx="280" cy="167" r="92" ${metal}/><circle cx="280" cy="167" r="58" ${dark}/>
<path d="M228 150a58 58 0 0 1 40 -38a70 70 0 0 0 -6 108a58 58 0 0 1 -34 -70z" fill="#efe9da"/>
<circle cx="296" cy="172" r="40" fill="#bdb9b0" stroke="#3b3a37" stroke-width="4"/>
<path d="M372 167h88" stroke="#3b3a37" stroke-width="10"/><text x="24" y="336" font-family="sans-serif" font-size="22" fill="#2b2a27">pin hangs low in the bush</text>`);

/** A rod end at the arm, its ball shaken loose in the race. */
export const wornRodEnd = sheet(`<rect x="0" y="160" width="210" height="30" ${metal}/>
<rect x="200" y="146" width="40" height="58" ${dark}/><circle cx="320" cy="175" r="84" ${metal}/>
<circle cx="320" cy="175" r="54" fill="#efe9da" stroke="#24231f" stroke-width="4"/>
<circle cx="310" cy="184" r="44" ${metal}/><circle cx="310" cy="184" r="18" ${dark}/>
<path d="M340 120l22 -60M352 128l30 -52" stroke="#3b3a37" stroke-width="3"/>
<text x="24" y="336" font-family="sans-serif" font-size="22" fill="#2b2a27">race worn oval, arm end</text>`);
