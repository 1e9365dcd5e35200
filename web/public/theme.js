// Runs before the first paint, so that the night watch never starts with a white flash.
(() => {
  let watch = null;
  try {
    watch = localStorage.getItem("steady-tide.watch");
  } catch {
    // Storage may be forbidden; the system's preference is taken then.
  }
  const dark = watch ? watch === "night" : matchMedia("(prefers-color-scheme: dark)").matches;
  document.documentElement.dataset.watch = dark ? "night" : watch === "sun" ? "sun" : "day";
})();
