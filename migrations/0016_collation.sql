-- Names and labels in the order in which people look for them (the Unicode collation algorithm's root order, CLDR):
-- accents and case do not send anybody to the end, and 7B comes before 10A.
CREATE COLLATION by_name (provider = icu, locale = 'und-u-kn-true');
