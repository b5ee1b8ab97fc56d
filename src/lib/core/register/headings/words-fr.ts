import type { HeadingWords } from './heading-words';

export const french: HeadingWords = {
	means: {
		student: 'élève, élèves, enfant, enfants, apprenant, étudiant, étudiante, eleve',
		teacher:
			'enseignant, enseignante, enseignants, professeur, professeurs, prof, profs, professeure, maître, maîtresse, professeur principal, prof principal, titulaire, personnel',
		adult:
			'responsable légal, responsable légale, responsables légaux, resp légal, resp légale, resp leg, rl, responsable, responsables, parent, parents, tuteur, tutrice, tuteur légal, représentant légal, représentants légaux, contact, adulte, resp, père mère, père ou mère',
		mother: 'mère, mere, maman',
		father: 'père, pere, papa',
		interpreter: 'interprète, interprètes',
		first: 'premier, première, 1, 1er, 1ère, un, i, principal, a',
		second: 'second, seconde, deuxième, 2, 2e, 2ème, 2nd, deux, ii, b',
		key: 'id, identifiant, matricule, code, numéro, ine, numéro ine, sigle, trigramme, clé, référence',
		counter: 'no, n, nr, num',
		title: 'titre, civilité, civ',
		name: 'nom, noms, nom complet, nom prénom complet, nom affiché',
		givenName: 'prénom, prénoms, prénom usuel, prénom d usage, prenom 1',
		familyName:
			'nom de famille, nom d usage, nom usuel, patronyme, nom patronymique, nom de naissance',
		email:
			'email, e mail, mail, courriel, adresse mail, adresse email, adresse e mail, adresse électronique, mél, adresse courriel, messagerie',
		telephone:
			'téléphone, tél, tel, portable, mobile, gsm, numéro de téléphone, téléphone portable, tél portable, tél domicile, tél fixe, fixe, téléphone fixe, téléphone mobile, tél mobile, natel, cellulaire, numéro de portable',
		subject: 'matière, matières, discipline, disciplines, branche, branches',
		course: 'cours',
		room: 'salle, salles, local, salle habituelle, salle de classe',
		building: 'bâtiment, bât, aile, site',
		link: 'lien, lien vidéo, visio, lien visio, visioconférence, adresse visio',
		pin: 'pin, code pin, code d accès',
		year: 'niveau, année, degré, niveau de classe, année scolaire niveau, mef',
		class: 'classe, classes, division, groupe, groupe classe, section',
		language:
			'langue, langues, langue maternelle, langue parlée, langue parlée à la maison, langue de correspondance, langue à la maison, langues parlées',
		channel: 'moyen de contact, contact préféré, contact par, mode de contact',
		address:
			'adresse, rue, adresse postale, domicile, adresse du domicile, rue et numéro, voie, lieu de résidence',
		postcode: 'code postal, cp, npa',
		town: 'ville, commune, localité',
		household: 'foyer, famille, ménage, code famille, numéro de famille',
		interpreting:
			'besoin d un interprète, interprète nécessaire, interprétation, interprète requis',
		stepFree: 'accès sans marche, accessible, fauteuil roulant, pmr, sans marche, accès pmr',
		hours: 'horaires, heures, disponibilité, disponibilités, disponible, présence',
		other:
			'date de naissance, né le, née le, né e le, naissance, lieu de naissance, sexe, genre, nationalité, remarque, remarques, observations, commentaire, commentaires, urgence, contact d urgence, téléphone d urgence, numéro d urgence, date d entrée, date de sortie, régime, demi pension, statut, transport, bourse, allergies, médecin, signature, deuxième prénom, prénom 2, prénom 3, lien de parenté, profession, pays, âge, droit à l image',
	},
	hours: {
		date: 'date, jour, le',
		from: 'de, début, heure de début, dès, à partir de',
		to: 'à, fin, heure de fin, jusqu à',
	},
	silent:
		'de du des la le les l d et ou à a au aux en pour un une son sa scolaire professionnel professionnelle personnel',
	totals: 'total, totaux, somme, effectif, total général, nombre d élèves, effectifs',
	yes: 'oui, o, vrai',
	channels: {
		email: 'courriel, e mail, email, mail, mél',
		text: 'sms, texto',
		telephone: 'téléphone, appel',
		paper: 'papier, lettre, courrier, poste',
	},
};
