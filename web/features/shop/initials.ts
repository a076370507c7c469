/** Initials nobody else signs with: first letters, then more of the last name, then a number. */
export function initialsOf(name: string, taken: readonly string[]): string {
  const words = name.split(/[\s.]+/).filter(Boolean);
  const first = words
    .map((w) => [...w][0].toUpperCase())
    .join("")
    .slice(0, 4);
  const rest = [...(words.at(-1) ?? "")].slice(1).join("").toLowerCase();
  const wishes = [
    first,
    `${first.slice(0, 3)}${rest.slice(0, 1)}`,
    ...Array.from({ length: 98 }, (_, i) => `${first.slice(0, 2)}${i + 2}`),
  ];
  return wishes.find((w) => w && !taken.includes(w)) ?? first;
}
