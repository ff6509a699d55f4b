// Signing in again where one is: the text stays as it is, and is saved as soon as it is known again who writes.
import { byId } from "../shared/page";
import { inWords } from "../shared/words";

const SIGN_IN = "/sign-in/";

async function fieldOf(address: string, selector: string, read: (element: HTMLElement) => string): Promise<string> {
  const page = new DOMParser().parseFromString(await (await fetch(address)).text(), "text/html");
  const found = page.querySelector<HTMLElement>(selector);
  return found ? read(found) : "";
}

// "" when it worked, else what to tell.
async function signIn(username: string, password: string): Promise<string> {
  const token = await fieldOf(SIGN_IN, "[name=csrfmiddlewaretoken]", (element) => (element as HTMLInputElement).value);
  const body = new URLSearchParams({ csrfmiddlewaretoken: token, username, password });
  const response = await fetch(SIGN_IN, { method: "POST", body });
  if (response.redirected && !new URL(response.url).pathname.startsWith(SIGN_IN)) return "";
  if (new URL(response.url).pathname !== SIGN_IN || response.status === 429) return inWords("browser.too_many_tries");
  return inWords("browser.no_match");
}

export class SigningIn {
  private readonly dialog: HTMLDialogElement | null;

  constructor(private readonly done: () => void) {
    this.dialog = document.querySelector<HTMLDialogElement>("#signed-out");
    this.dialog?.querySelector("form")?.addEventListener("submit", (event) => {
      event.preventDefault();
      void this.again();
    });
  }

  open(): void {
    if (this.dialog && !this.dialog.open) this.dialog.showModal();
  }

  private async again(): Promise<void> {
    const problem = byId("signed-out-problem");
    const password = byId<HTMLInputElement>("signed-out-password");
    problem.textContent = inWords("browser.signing_in");
    try {
      const words = await signIn(byId<HTMLInputElement>("signed-out-name").value, password.value);
      problem.textContent = words;
      password.value = "";
      if (words) {
        password.focus();
        return;
      }
      // requests of this page are known by another token from now on
      byId("sheet").dataset["csrf"] = await fieldOf(location.href, "#sheet", (element) => element.dataset["csrf"] ?? "");
      this.dialog?.close();
      this.done();
    } catch {
      problem.textContent = inWords("browser.not_reached_sign_in");
    }
  }
}
