-- Names in the order of the reader's language: beside the root order of the Unicode collation algorithm (CLDR), which is
-- that of English, the order of each language that has rules of its own. Numbers inside labels count as numbers.
DO $$
DECLARE language text;
BEGIN
	FOREACH language IN ARRAY ARRAY[
		'ar', 'az', 'ca', 'cs', 'cy', 'da', 'de', 'es', 'et', 'fa', 'fi', 'fr', 'ga', 'he', 'hr', 'hu', 'is', 'it', 'ja', 'ko',
		'lt', 'lv', 'mi', 'mk', 'mt', 'nb', 'nl', 'nn', 'pl', 'pt', 'ro', 'ru', 'se', 'sk', 'sl', 'sq', 'sr', 'sv', 'th', 'tr',
		'uk', 'ur', 'vi', 'zh']
	LOOP
		EXECUTE format('CREATE COLLATION %I (provider = icu, locale = %L)', 'by_name_' || language, language || '-u-kn-true');
	END LOOP;
END $$;
