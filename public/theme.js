// Runs before the first paint; src/storage/settings.ts writes the key.
try {
  document.documentElement.dataset.theme = localStorage.getItem('wise-ripple-theme') || 'paper';
} catch {
  document.documentElement.dataset.theme = 'paper';
}
