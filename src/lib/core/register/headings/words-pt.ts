import type { HeadingWords } from './heading-words';

export const portuguese: HeadingWords = {
	means: {
		student:
			'aluno, aluna, alunos, aluno a, alunas, educando, educanda, estudante, estudantes, criança, filho, filha',
		teacher:
			'professor, professora, professores, docente, docentes, professor a, prof, diretor de turma, director de turma, dt, pessoal',
		adult:
			'encarregado, encarregada, encarregados, encarregado de educação, encarregada de educação, encarregado a de educação, enc educação, enc ed, enc de educação, ee, responsável, responsáveis, responsável legal, tutor, tutora, pais, contacto, contato, representante legal, pai ou mãe, adulto, resp legal',
		mother: 'mãe, mae',
		father: 'pai',
		interpreter: 'intérprete, intérpretes',
		first: 'primeiro, primeira, 1, 1º, um, i, a, principal',
		second: 'segundo, segunda, 2, 2º, dois, ii, b',
		key: 'id, código, matrícula, número, processo, número de processo, número de aluno, nº processo, identificador, sigla, siglas, chave, ra, referência',
		counter: 'n, no, nr, núm, num',
		title: 'título, tratamento',
		name: 'nome, nomes, nome completo',
		givenName: 'nome próprio, primeiro nome, nomes próprios, prenome, nome de tratamento',
		familyName: 'apelido, apelidos, sobrenome, sobrenomes, último nome, nome de família',
		email:
			'email, e mail, mail, correio eletrónico, correio electrónico, endereço eletrónico, endereço de email, endereço de e mail, correio',
		telephone:
			'telefone, tel, telemóvel, tlm, telm, tlf, celular, número de telefone, número de telemóvel, telef, telefone fixo, fixo, telefones, tel móvel',
		subject: 'disciplina, disciplinas, matéria, matérias, área, grupo disciplinar',
		course: 'curso',
		room: 'sala, sala habitual, salas',
		building: 'edifício, bloco, pavilhão, prédio',
		link: 'ligação, link, vídeo, ligação de vídeo, videochamada, ligação vídeo',
		pin: 'pin, código de acesso',
		year: 'ano, nível, ano de escolaridade, série, ano escolar, ciclo',
		class: 'turma, classe, turmas, grupo',
		language:
			'língua, idioma, língua materna, língua falada em casa, língua de contacto, língua em casa, línguas, idiomas',
		channel: 'contacto preferido, via de contacto, forma de contacto, meio de contacto',
		address: 'morada, endereço, residência, rua, endereço postal, domicílio',
		postcode: 'código postal, cp, cep',
		town: 'cidade, localidade, concelho, vila, município',
		household: 'agregado, agregado familiar, família, código da família, número da família',
		interpreting: 'precisa de intérprete, necessita de intérprete, interpretação',
		stepFree: 'sem degraus, acessível, cadeira de rodas, acesso sem degraus, acessibilidade',
		hours: 'horário, horários, horas, disponibilidade, disponível',
		other:
			'data de nascimento, d nascimento, data nasc, nascimento, naturalidade, sexo, género, gênero, nacionalidade, observações, observação, comentários, notas, emergência, contacto de emergência, contato de emergência, telefone de emergência, data de entrada, estado, almoço, transporte, alergias, médico, assinatura, parentesco, religião, idade, profissão, país, nif, ação social, ase, escalão, situação',
	},
	hours: {
		date: 'data, dia',
		from: 'de, início, das, hora de início, desde',
		to: 'até, fim, às, hora de fim, a',
	},
	silent: 'de do da dos das o a os as e ou em no na para seu sua um uma escolar pessoal lista',
	totals: 'total, totais, soma, número de alunos, total geral, total de alunos',
	yes: 'sim, s, verdadeiro',
	channels: {
		email: 'correio eletrónico, e mail, email',
		text: 'sms, mensagem',
		telephone: 'telefone, chamada',
		paper: 'papel, carta, correio',
	},
};
