// Runs beside a family's page, as a worker: reads the browser's tables for writing dates in the language after the
// `#` of its address. They belong to all of the page's threads; read by the page itself, they hold a phone up for
// some 150 ms just when it takes the page over.
const locale = decodeURIComponent(self.location.hash.slice(1));
new Intl.DateTimeFormat(locale, { weekday: 'long', day: 'numeric', month: 'long' }).format(0);
new Intl.DateTimeFormat(locale, { hour: '2-digit', minute: '2-digit' }).format(0);
new Intl.ListFormat(locale).format([]);
self.close();
