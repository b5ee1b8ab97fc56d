import type { HeadingWords } from './heading-words';

export const german: HeadingWords = {
	compounds: true,
	means: {
		student:
			'schüler, schülerin, schülerinnen, schülers, schüler in, schüler innen, kind, kindes, kinder, lernende, lernender, lernenden, sus, schulkind, zögling',
		teacher:
			'lehrer, lehrerin, lehrkraft, lehrkräfte, lehrers, lehrperson, lehrpersonen, lehrer in, kollege, kollegin, lk, dozent, klassenlehrer, klassenlehrerin, klassenleitung, klassenvorstand, klassenlehrperson, personal, tutor, tutorin',
		adult:
			'erziehungsberechtigte, erziehungsberechtigter, erziehungsberechtigten, erz ber, erz berechtigte, erz berechtigter, erzb, eb, eltern, elternteil, elternteils, sorgeberechtigte, sorgeberechtigter, sorgeberechtigten, sorgeber, sorge ber, vormund, kontakt, kontaktperson, ansprechpartner, ansprechperson, bezugsperson, obsorgeberechtigte, obsorgeberechtigter',
		mother: 'mutter, mutters, mama, km, kindsmutter, kindesmutter',
		father: 'vater, vaters, papa, kv, kindsvater, kindesvater',
		interpreter: 'dolmetscher, dolmetscherin, dolmetscher in, sprachmittler, sprachmittlerin',
		first: 'erste, erster, erstes, 1, 1te, eins, i, a',
		second: 'zweite, zweiter, zweites, zweiten, 2, 2te, zwei, ii, b',
		key: 'id, kennung, kürzel, schlüssel, nummer, kennziffer, matrikelnummer, schülerid, personalnummer, ausweisnummer, namenskürzel, namenszeichen, code, stammnummer',
		counter: 'nr, no, num',
		title: 'titel, anrede, akad titel, akademischer titel',
		name: 'name, namen, vollständiger name, voller name, ganzer name, gesamtname, anzeigename',
		givenName: 'vorname, vornamen, rufname, rufnamen, vorn',
		familyName: 'nachname, nachnamen, familienname, familiennamen, zuname, nachn, famname',
		email:
			'email, e mail, mail, emailadresse, mailadresse, e mail adresse, email adresse, mail adresse, elektronische post, mailanschrift',
		telephone:
			'telefon, tel, telefonnummer, telefonnr, handy, handynummer, handynr, mobil, mobiltelefon, mobilnummer, mobilnr, rufnummer, festnetz, fon, fernsprecher, natel, telefon nr, tel nr',
		subject:
			'fach, fächer, unterrichtsfach, unterrichtsfächer, fachbereich, lehrbefähigung, fakultas',
		course: 'kurs, kurse',
		room: 'raum, räume, zimmer, klassenraum, klassenzimmer, raumnummer, raumnr, zimmernummer, stammraum, sprechzimmer',
		building: 'gebäude, haus, trakt, bau, standort, flügel',
		link: 'link, videolink, video link, video, videoadresse, konferenzlink, online raum, url',
		pin: 'pin, telefonpin, zugangscode',
		year: 'jahrgang, jahrgangsstufe, klassenstufe, stufe, jgst, jg, schulstufe, schuljahrgang, jahrgst',
		class:
			'klasse, klassen, kl, stammklasse, klassenname, klassenbezeichnung, gruppe, lerngruppe, stammgruppe, klassengruppe',
		language:
			'sprache, sprachen, muttersprache, familiensprache, herkunftssprache, erstsprache, verkehrssprache, korrespondenzsprache, sprache zu hause, sprache daheim, gesprochene sprache',
		channel: 'kontaktweg, benachrichtigung, bevorzugter kontakt, kontakt per, benachrichtigung per',
		address:
			'adresse, anschrift, straße, strasse, str, wohnadresse, wohnanschrift, postanschrift, straße und hausnummer, straße hausnummer, straße hausnr, straße nr, straße hnr, strasse nr, wohnt',
		postcode: 'plz, postleitzahl',
		town: 'ort, wohnort, stadt, gemeinde, plz ort',
		household: 'haushalt, familie, familienschlüssel, familiennummer, haushaltsnummer, familiennr',
		interpreting:
			'dolmetscher nötig, dolmetscherbedarf, dolmetscher benötigt, dolmetschsprache, übersetzung nötig, dolmetschen',
		stepFree: 'stufenlos, barrierefrei, rollstuhl, rollstuhlgerecht, stufenfrei',
		hours: 'zeiten, verfügbar, verfügbarkeit, einsatzzeit, einsatzzeiten, wann, arbeitszeit',
		other:
			'geburtsdatum, geb datum, gebdat, geb, geboren, geburtstag, geburtsort, geschlecht, staatsangehörigkeit, nationalität, konfession, religion, bemerkung, bemerkungen, notiz, notizen, anmerkung, notfall, notfallnummer, notfallkontakt, notfalltelefon, eintritt, austritt, eintrittsdatum, aufnahmedatum, aufnahme, zugang, abgang, status, lfd nr, lfd, laufende nummer, unterschrift, fahrschüler, buslinie, allergien, hausarzt, krankenkasse, masern, fotoerlaubnis, migration, förderbedarf, zweitname, schuljahr, alter, land, bundesland, verwandtschaft, hausnummer, hausnr, beruf, ortsteil',
	},
	hours: {
		date: 'datum, tag, am',
		from: 'von, beginn, ab, anfang, start, uhrzeit von',
		to: 'bis, ende, schluss, uhrzeit bis',
	},
	silent:
		'der die das des dem den von vom und oder in im für zu zur ein eine eines schule schulische dienstliche dienstlich private privat innen',
	totals: 'summe, gesamt, anzahl, insgesamt, total, gesamtzahl, schülerzahl, zusammen',
	yes: 'ja, j, wahr',
	channels: {
		email: 'e mail, email, mail',
		text: 'sms, textnachricht',
		telephone: 'telefon, anruf, telefonisch',
		paper: 'brief, papier, post, zettel',
	},
};
