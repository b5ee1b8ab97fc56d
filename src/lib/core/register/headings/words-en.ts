import type { HeadingWords } from './heading-words';

export const english: HeadingWords = {
	means: {
		student:
			'student, students, pupil, pupils, child, children, learner, son, daughter, ward, name of child',
		teacher:
			'teacher, teachers, staff, staff member, taught by, instructor, tutor, form tutor, class tutor, homeroom teacher, class teacher, home room teacher, form teacher',
		adult:
			'adult, adults, parent, parents, guardian, guardians, legal guardian, carer, carers, caregiver, contact, contacts, parent carer, parent guardian, family contact, relative',
		mother: 'mother, mothers, mum, mom, mam',
		father: 'father, fathers, dad',
		interpreter: 'interpreter, interpreters, name of interpreter',
		first: 'first, 1st, one, primary, main, 1, a',
		second: 'second, 2nd, two, secondary, other, 2, b',
		key: 'id, key, number, code, identifier, admission number, admission no, roll number, roll no, reference, ref, sourced id, initials, short name, abbreviation, upn',
		counter: 'no, nr, nbr, num',
		title: 'title, salutation, form of address, prefix, honorific',
		name: 'name, names, full name, display name, surname and name, complete name',
		givenName:
			'given name, given names, first name, first names, forename, forenames, preferred name, known as, christian name, given, firstname, fname, preferred first name, preferred forename, legal first name, legal forename, goes by',
		familyName:
			'family name, family names, last name, last names, surname, surnames, lastname, lname, legal surname, legal last name, last',
		email: 'email, e mail, mail, emails, e mails, email address, e mail address, mail address',
		telephone:
			'telephone, phone, mobile, cell, tel, phone number, telephone number, mobile number, cell number, mobile phone, cell phone, cellphone, landline, daytime phone, contact number, contact no, home phone, work phone, handset',
		subject: 'subject, subjects, teaches, teaching subject, department, lesson, lessons',
		course: 'course, courses',
		room: 'room, usual room, classroom, room number, teaching room, rooms',
		building: 'building, wing, block, site, campus',
		link: 'video link, video, meeting link, usual video link, video address, link, url, web link, online room',
		pin: 'pin, telephone pin, access code, phone pin',
		year: 'year group, grade, year, year level, grade level, form year, grades, level, yr, school year group, year grp, gr, yg, cohort, stage',
		class:
			'class, classes, home class, homeroom, home room, form, group, class name, section, tutor group, registration group, reg group, reg, teaching group, form group, class group, set, form class, tutor grp, division',
		language:
			'language, languages, home language, preferred language, correspondence language, first language, language of correspondence, spoken language, interprets, language at home, mother tongue, native language',
		channel:
			'preferred way, contact by, preferred contact, way, channel, contact method, how to reach',
		address:
			'address, home address, street, postal address, home, street address, residence, lives at, addr, address line 1, street and number',
		postcode: 'postcode, post code, zip, zip code, postal code',
		town: 'town, city, village, place, town city, suburb',
		household:
			'household, family, family id, household id, family key, family number, family code, household number, household key',
		interpreting:
			'needs interpreter, interpreter needed, interpreter language, interpreter required, interpreting',
		stepFree:
			'step free, step free access, accessible room, wheelchair, needs step free room, step free room, wheelchair access',
		hours: 'hours, available, availability, when, times, working hours',
		other:
			'date of birth, dob, birthday, birth date, born, gender, sex, nationality, religion, notes, note, comment, comments, remarks, remark, emergency, emergency contact, emergency contacts, emergency contact name, emergency contact phone, emergency phone, emergency number, entry date, leaving date, start date, enrolled on, joined, status, free school meals, middle name, middle names, age, house, relationship, allergies, medical, doctor, transport, bus, signature, locker, username, login, password, photo consent, photo, country',
	},
	hours: {
		date: 'date, day, on',
		from: 'from, start, starts, begin, begins, start time, begins at',
		to: 'to, until, till, end, ends, end time, ends at',
	},
	silent: 'of the a an s for in at and or to school work usual own current his her their this',
	totals: 'total, totals, sum, count, grand total, number of students, number of pupils, subtotal',
	yes: 'yes, y, true, 1, x',
	channels: {
		email: 'email, e mail, mail',
		text: 'text, sms, text message',
		telephone: 'telephone, phone, call',
		paper: 'paper, letter, post',
	},
};
