// Where two texts, or two lists, part from the left and from the right: [what is alike at the beginning, at the end].
export function alike(one: ArrayLike<string>, other: ArrayLike<string>): [number, number] {
  const shorter = Math.min(one.length, other.length);
  let start = 0;
  while (start < shorter && one[start] === other[start]) start += 1;
  let end = 0;
  while (end < shorter - start && one[one.length - 1 - end] === other[other.length - 1 - end]) end += 1;
  return [start, end];
}
