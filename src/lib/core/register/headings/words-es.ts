import type { HeadingWords } from './heading-words';

export const spanish: HeadingWords = {
	means: {
		student:
			'alumno, alumna, alumnos, alumnado, alumno a, alumnas, estudiante, estudiantes, niño, niña, hijo, hija',
		teacher:
			'profesor, profesora, profesores, profesorado, profesor a, docente, docentes, maestro, maestra, profe, maestro a, personal',
		adult:
			'tutor, tutora, tutores, tutor legal, tutora legal, tutores legales, tutor a, responsable, responsables, responsable legal, progenitor, progenitora, progenitores, apoderado, apoderada, representante, representante legal, acudiente, padres, familiar, contacto, madre padre, padre madre, padre o madre, madre o padre, padre madre o tutor, adulto',
		mother: 'madre, mamá',
		father: 'padre, papá',
		interpreter: 'intérprete, intérpretes',
		first: 'primer, primero, primera, 1, 1º, 1º, uno, i, a, principal',
		second: 'segundo, segunda, 2, 2º, dos, ii, b, segundo a',
		key: 'id, código, identificador, matrícula, expediente, clave, número, número de matrícula, nia, dni, rut, siglas, iniciales, legajo, carné, referencia',
		counter: 'n, no, nro, núm, num, nr',
		title: 'título, tratamiento',
		name: 'nombre, nombres, nombre completo',
		givenName: 'nombre de pila, primer nombre, nombre propio',
		familyName:
			'apellido, apellidos, primer apellido, apellido paterno, apellido 1, primer apellido paterno',
		email:
			'email, e mail, mail, correo, correo electrónico, e correo, correo e, dirección de correo, dirección de correo electrónico, correos',
		telephone:
			'teléfono, tel, tfno, tlf, tlfno, móvil, celular, telf, número de teléfono, teléfono móvil, teléfono fijo, fijo, teléfonos, tfno móvil, tel móvil, número de móvil, número de celular',
		subject: 'materia, materias, asignatura, asignaturas, área, ramo, especialidad',
		course: 'clase de materia',
		room: 'aula, sala, aula habitual, salón',
		building: 'edificio, pabellón, sede, bloque',
		link: 'enlace, vídeo, enlace de vídeo, videollamada, enlace de videollamada',
		pin: 'pin, código de acceso',
		year: 'curso, nivel, año, grado, etapa, ciclo, curso escolar nivel',
		class: 'clase, grupo, sección, grupo clase, división, unidad, clases, grupos',
		language:
			'idioma, idiomas, lengua, lengua materna, idioma materno, idioma en casa, lengua familiar, idioma de contacto, idioma familiar, lenguas',
		channel: 'contacto preferido, vía de contacto, medio de contacto, forma de contacto',
		address:
			'dirección, domicilio, calle, dirección postal, calle y número, dirección del domicilio',
		postcode: 'código postal, cp, c p',
		town: 'ciudad, localidad, población, municipio, comuna',
		household: 'hogar, familia, unidad familiar, código de familia, número de familia',
		interpreting: 'necesita intérprete, requiere intérprete, interpretación',
		stepFree: 'sin escalones, accesible, silla de ruedas, acceso sin escalones, accesibilidad',
		hours: 'horario, horarios, horas, disponibilidad, disponible',
		other:
			'fecha de nacimiento, f nacimiento, fecha nac, f nac, nacimiento, lugar de nacimiento, sexo, género, nacionalidad, observaciones, observación, comentarios, notas, emergencia, emergencias, contacto de emergencia, teléfono de emergencia, fecha de alta, alta, baja, estado, comedor, transporte, ruta, alergias, médico, firma, parentesco, religión, edad, segundo apellido, apellido materno, apellido 2, segundo nombre, profesión, país, provincia, repite, orden',
	},
	hours: {
		date: 'fecha, día',
		from: 'desde, de, inicio, comienzo, hora de inicio',
		to: 'hasta, a, fin, final, hora de fin',
	},
	silent: 'de del la el los las y o e a en al para su un una escolar personal particular lista',
	totals: 'total, totales, suma, número de alumnos, total general, total alumnos',
	yes: 'sí, si, s, verdadero',
	channels: {
		email: 'correo, correo electrónico, e mail, email',
		text: 'sms, mensaje, mensaje de texto',
		telephone: 'teléfono, llamada',
		paper: 'papel, carta, correo postal',
	},
};
