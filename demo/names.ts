/** Names from many languages, mixed at random; nobody in particular is meant. */
export const familyNames =
	`Abara Achterberg Adomaitis Ahlgren Akintola Albarado Almasi Amundsen Andrade Arceneaux Aslanian Auclair Azevedo
Baranek Barrowclough Belhadj Benavente Berglund Bhattarai Bodnar Bourque Brankovic Buhari Bustamante Calloway-Reyes Carvalhal Chidiac
Chukwuma Cormack Crnkovic Cuthbertson Daigneault Dalgaard Dembele Devereaux Diallo-Kent Dimitrova Doiron Dragomir Dushime Eberhardt
Ekholm Elmasry Enache Engelhart Esfahani Fagbemi Falkenberg Farrugia Feodorov Fitzmaurice Fonoti Forsyth-Nkemelu Gaspard Ghebremedhin
Giannopoulos Githinji Gorecki Grimaldo Gunnarsdottir Haddadin Halvorsen Hashimoto-Bell Hekmati Hidalgo Hjelm Hoang Hovhannisyan Hutchings
Ibekwe Ilunga Imanaliev Isaksson Izquierdo Jablonska Jayasuriya Jerome-Baptiste Joensen Kadiri Kallio Kamara Karapetyan Kavanaugh Kebede
Keskinen Khoury-Lane Kivuva Kobayashi-Roy Kolawole Kowalczuk Kristoffersen Kuznetsova Labelle Lahiri Lapointe Lazaridis Leclair Lindholm
Llorente Lukacs Macalister Madrigal Makinen Malherbe Mancuso Marquesa Mbeki-Stone Meskouris Mikaelsen Moravec Mutasa Nadkarni Nascimento
Ndiaye Nemeth Nkosi-Wright Norgaard Nwosu Obradovic Okonjo-Pratt Olafsson Omondi Osei-Tutu Pahlavan Palakiko Papanikolaou Pelletier-Dow
Petrosyan Phan Pinheiro Popescu Prudhomme Quaye Quintanilla Rahmani Rantanen Ravndal Reinholt Rinaldo Rosenqvist Sabo Salgueiro Sandoval-Ito
Sarkisian Schaffner Sefton Sevigny Shrestha Sigurdsson Skovgaard Sokolow Stavros Sutherland-Ong Szabo Tadesse Takahara Tamboura Tanguay
Teodoro Thibodeaux Tkachenko Toivonen Tran-Ellis Ugwuanyi Uzun Valderrama Vasquez-Hurd Verhoeven Vidal-Moss Vlasov Wanjiru Wesolowski
Whitlock Xhaferi Yamoah Ybarra Yusupov Zambrano Zetterberg Zhuang Zielinska`.split(/\s+/);

export const givenNames =
	`Abel Adanna Aisling Alba Alma Amadou Amelie Amina Anders Anouk Anton Aoife Arlo Asha Astrid Aurelio Aya Bastien
Beatrix Benno Bruna Caleb Camille Caspian Celia Chiara Cillian Clara Dalia Damian Darya Delphine Dina Edda Eitan Elena Elias Elif Emeka
Emil Esme Estelle Ewa Ezra Fatou Felix Fenna Fiona Florian Freja Gael Gemma Gideon Greta Hana Hassan Hedda Hugo Ida Idris Ilse Imani Ines
Iris Isak Ivo Jada Jana Jasper Joaquin Jonas Jules Juna Kaia Kamil Karim Katya Kenji Khadija Kiran Kofi Laila Lars Lea Leif Leon Lina Linus
Livia Lola Lorcan Luca Lucia Luis Maeve Magnus Maia Malik Manon Mara Marek Mathis Mila Milan Mina Mirai Nadia Naomi Nico Nils Nina Noa Noemi
Nora Obinna Odile Olena Omar Orla Oscar Otto Paloma Pavel Petra Priya Quentin Rafael Rania Remy Renske Rhea Rosa Ruben Runa Safiya Samir
Sana Selma Silas Simone Sofia Soren Stella Sven Tadeo Tala Tamsin Tara Theo Thora Tilda Tuva Uma Valentin Vera Viggo Wanda Willem Xenia Yara
Yael Yannick Yuki Zane Zelda Ziva Zora`.split(/\s+/);

export const streets =
	`Anchor Beacon Bluff Breakwater Capstan Causeway Cannery Dory Ferry Fog Halyard Harbour Heron Jetty Keel Kelp Lantern
Ledge Mackerel Mooring Pilot Quay Rudder Sail Schooner Shoal Spruce Tide Trawler Wharf`.split(
		/\s+/,
	);
