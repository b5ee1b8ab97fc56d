import { plainText } from '../register/plain-text';
import { isTimeZone } from './local-time';

/**
 * Large cities by time zone, beside the one that gives the zone its name in the IANA data. Facts of geography,
 * from memory.
 */
const CITIES: Record<string, string> = {
	'Europe/Berlin':
		'Hamburg, Munich, München, Cologne, Köln, Frankfurt, Stuttgart, Düsseldorf, Leipzig, Dresden, Hanover, Hannover, Bremen, Kiel, Nuremberg, Nürnberg',
	'Europe/Vienna': 'Wien, Graz, Linz, Salzburg, Innsbruck',
	'Europe/Zurich': 'Zürich, Geneva, Genève, Basel, Bern, Lausanne, Lugano, Lucerne, Luzern',
	'Europe/Paris': 'Marseille, Lyon, Toulouse, Nice, Nantes, Strasbourg, Bordeaux, Lille, Rennes',
	'Europe/Brussels': 'Bruxelles, Brussel, Antwerp, Antwerpen, Ghent, Gent, Liège, Bruges',
	'Europe/Amsterdam': 'Rotterdam, The Hague, Den Haag, Utrecht, Eindhoven',
	'Europe/Luxembourg': 'Luxemburg, Esch',
	'Europe/London':
		'Birmingham, Manchester, Leeds, Glasgow, Edinburgh, Liverpool, Bristol, Sheffield, Cardiff, Belfast',
	'Europe/Dublin': 'Cork, Galway, Limerick',
	'Europe/Madrid': 'Barcelona, Valencia, Seville, Sevilla, Zaragoza, Málaga, Bilbao, Palma',
	'Atlantic/Canary': 'Las Palmas, Tenerife, Santa Cruz de Tenerife',
	'Europe/Lisbon': 'Lisboa, Porto, Braga, Coimbra, Faro',
	'Europe/Rome': 'Roma, Milan, Milano, Naples, Napoli, Turin, Torino, Bologna, Florence, Firenze',
	'Europe/Warsaw': 'Warszawa, Kraków, Łódź, Wrocław, Poznań, Gdańsk',
	'Europe/Prague': 'Praha, Brno, Ostrava',
	'Europe/Stockholm': 'Gothenburg, Göteborg, Malmö, Uppsala',
	'Europe/Copenhagen': 'København, Aarhus, Odense',
	'Europe/Oslo': 'Bergen, Trondheim, Stavanger',
	'Europe/Athens': 'Thessaloniki, Patras',
	'Europe/Istanbul': 'Ankara, Izmir, Bursa',
	'America/New_York':
		'Boston, Philadelphia, Washington, Atlanta, Miami, Pittsburgh, Baltimore, Cleveland, Orlando, Charlotte',
	'America/Chicago':
		'Houston, Dallas, San Antonio, Austin, Minneapolis, St Louis, Milwaukee, New Orleans, Memphis',
	'America/Denver': 'Salt Lake City, Albuquerque, Colorado Springs',
	'America/Los_Angeles':
		'San Francisco, San Diego, Seattle, Portland, Las Vegas, Sacramento, San Jose',
	'America/Halifax': 'Dartmouth, Fredericton, Charlottetown',
	'America/Toronto': 'Ottawa, Montreal, Montréal, Quebec, Québec, Hamilton, London Ontario',
	'America/Edmonton': 'Calgary, Red Deer',
	'America/Mexico_City': 'Guadalajara, Puebla, Ciudad de México',
	'America/Argentina/Buenos_Aires': 'La Plata',
	'America/Sao_Paulo': 'Rio de Janeiro, Brasília, Curitiba, Porto Alegre, Belo Horizonte, Campinas',
	'America/Bogota': 'Medellín, Cali, Barranquilla',
	'America/Santiago': 'Valparaíso, Concepción',
	'America/Lima': 'Arequipa, Trujillo',
	'Africa/Johannesburg': 'Cape Town, Durban, Pretoria',
	'Africa/Lagos': 'Abuja, Ibadan, Kano',
	'Africa/Casablanca': 'Rabat, Marrakesh, Fès',
	'Asia/Kolkata': 'Mumbai, Delhi, New Delhi, Bangalore, Bengaluru, Chennai, Hyderabad, Pune',
	'Asia/Karachi': 'Lahore, Islamabad',
	'Asia/Shanghai': 'Beijing, Guangzhou, Shenzhen, Chengdu',
	'Asia/Tokyo': 'Osaka, Kyoto, Nagoya, Sapporo',
	'Asia/Dubai': 'Abu Dhabi, Sharjah',
	'Asia/Riyadh': 'Jeddah, Mecca',
	'Asia/Jerusalem': 'Tel Aviv, Haifa',
	'Australia/Sydney': 'Canberra, Newcastle, Wollongong',
	'Australia/Melbourne': 'Geelong, Ballarat',
	'Australia/Brisbane': 'Gold Coast, Cairns',
	'Pacific/Auckland': 'Wellington, Christchurch, Hamilton New Zealand',
};

/** A zone with the cities that it may be looked for by. */
export interface ZoneChoice {
	readonly zone: string;
	readonly cities: readonly string[];
}

const ownCity = (zone: string): string => zone.split('/').at(-1)!.replaceAll('_', ' ');

/** All zones that the runtime knows, with their cities. */
export const zoneChoices = (): ZoneChoice[] =>
	[...new Set([...Intl.supportedValuesOf('timeZone'), ...Object.keys(CITIES)])].map((zone) => ({
		zone,
		cities: [ownCity(zone), ...(CITIES[zone]?.split(', ') ?? [])],
	}));

let byCity: ReadonlyMap<string, string> | null = null;

/** The zone of a name of a zone or of a city, whatever its accents and case; `null` for neither. */
export function zoneOf(text: string): string | null {
	const typed = text.trim();
	if (typed.includes('/') || typed === 'UTC') return isTimeZone(typed) ? typed : null;
	byCity ??= new Map(
		zoneChoices().flatMap(({ zone, cities }) =>
			cities.map((city) => [plainText(city), zone] as const),
		),
	);
	return byCity.get(plainText(typed)) ?? (isTimeZone(typed) ? typed : null);
}
