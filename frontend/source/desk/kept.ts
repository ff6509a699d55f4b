// Small things a person chose for this browser. A browser that keeps nothing forgets them, no more.
export function kept(name: string): string | null {
  try {
    return localStorage.getItem(`fundament-${name}`);
  } catch {
    return null;
  }
}

export function keep(name: string, value: string | null): void {
  try {
    if (value === null) localStorage.removeItem(`fundament-${name}`);
    else localStorage.setItem(`fundament-${name}`, value);
  } catch {
    // it is not kept
  }
}
