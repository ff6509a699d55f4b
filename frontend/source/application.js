// What every page needs beside htmx: a plain word when an answer does not come.

function say(text) {
  let notice = document.getElementById("trouble");
  if (!notice) {
    notice = document.createElement("div");
    notice.id = "trouble";
    notice.className = "notice problem";
    notice.setAttribute("role", "alert");
    document.getElementById("main").prepend(notice);
  }
  notice.textContent = text;
  notice.hidden = !text;
}

document.addEventListener("htmx:sendError", () => say("The server cannot be reached. What you see may be old; it is tried again by itself where it can be."));
document.addEventListener("htmx:responseError", (event) => {
  // a choice that was not taken up is shown as it is on the server
  say(event.detail.xhr.status === 404 ? "This is no longer there. Reload the page." : "The server could not do this. Reload the page and try once more.");
});
document.addEventListener("htmx:afterOnLoad", () => document.getElementById("trouble")?.remove());

// A checkbox that chooses a competitor is off while its figures are worked out.
document.addEventListener("htmx:beforeRequest", (event) => {
  const form = event.target.closest?.("form.choose");
  if (!form) return;
  document.getElementById("results").setAttribute("aria-busy", "true");
});
