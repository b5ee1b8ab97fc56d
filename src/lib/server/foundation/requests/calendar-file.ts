/** An iCalendar text (RFC 5545) as a file to be saved under a name. */
export const calendarFile = (text: string, name: string): Response =>
	new Response(text, {
		headers: {
			'content-type': 'text/calendar; charset=utf-8',
			'content-disposition': `attachment; filename="${name}.ics"`,
		},
	});
