/**
 * Groups of medicines, and medicines with invented names: none is or sounds like a product. The
 * drugs catalogue, Corran, knows all of them, Skerry the better known, Tidewater only some groups.
 */
import { hashOf, type Notion } from './notion.ts';

/** `id | learned names | plain names | ending of its medicines | Tidewater has it (t)` */
const GROUPS = `
analgesic|Analgesics; Antinociceptive Agents; Antalgics|Painkillers; Medicines against Pain|alvin|t
antipyretic|Antipyretics; Febrifuges|Fever Medicines; Medicines to Lower Fever|pyrol|t
antiemetic|Antiemetics; Antinauseants|Medicines against Sickness; Vomiting Stoppers|setral|t
laxative|Cathartics; Purgatives; Aperients|Bowel Openers; Medicines against Constipation|senal|t
antacid|Antacids; Gastric Neutralisers|Acid Binders; Stomach Settlers|gelan|
acidblocker|Proton Transport Inhibitors; Antisecretory Agents|Acid Blockers; Medicines That Stop Stomach Acid|prazin|
antidiarrhoeal|Antidiarrhoeals; Antiperistaltics|Medicines against Loose Stools; Bowel Slowers|peral|
diuretic|Diuretics; Natriuretics; Saluretics|Water Tablets; Medicines That Drain Water|uresin|t
betablock|Beta Adrenoceptor Antagonists; Sympatholytics|Heart Slowers; Medicines That Calm the Heart|avolol|
antiarrhythmic|Antiarrhythmics; Rhythm Stabilisers|Medicines for an Uneven Pulse; Pulse Regulators|cadone|
nitrate|Organic Nitrates; Coronary Vasodilators|Vessel Wideners for the Heart; Chest Tightness Medicines|nitrane|
calcium|Calcium Entry Antagonists; Slow Channel Inhibitors|Calcium Blockers; Vessel Relaxers|dipran|
anticoagulant|Anticoagulants; Antithrombins|Blood Thinners; Clot Preventers|parol|t
thrombolytic|Fibrinolytics; Thrombolytics|Clot Dissolvers; Clot Busters|plasin|
antiplatelet|Platelet Aggregation Inhibitors; Thrombocyte Antagonists|Medicines against Sticky Platelets|grelan|
lipid|Hypolipidaemics; Antilipaemics|Blood Fat Medicines; Fat Lowering Tablets|vastan|
insulinlike|Insulins; Pancreatic Hypoglycaemics|Sugar-Lowering Injections|insulan|t
hypoglycaemic|Oral Hypoglycaemics; Euglycaemics|Sugar-Lowering Tablets|gliban|
steroid|Glucocorticosteroids; Corticoids|Cortisone-Like Medicines; Steroid Medicines|cortane|t
thyroidhormone|Thyromimetics; Iodothyronines|Thyroid Replacement|thyran|
antithyroid|Thyrostatics; Goitrogens|Thyroid Brakes|thimazan|
oestrogen|Oestrogens; Follicular Hormones|Female Hormone Tablets|estrane|
androgen|Androgens; Virilising Principles|Male Hormone Medicines|andrane|
bronchodilator|Bronchodilators; Broncholytics|Airway Openers; Inhalers for Tightness|terolin|t
mucolytic|Mucolytics; Secretolytics|Phlegm Thinners|steinal|
antitussive|Antitussives; Bechics|Cough Medicines; Cough Stoppers|tussan|t
antihistamine|Histamine Receptor Antagonists; Antiallergics|Allergy Tablets; Itch Stoppers|razine|
immunosuppressant|Immunosuppressants; Immunodepressants|Medicines That Damp Defences; Rejection Medicines|limusan|
cytotoxic|Antineoplastics; Cytostatics|Cancer Medicines; Chemotherapy Drugs|platane|t
antimetabolite|Antimetabolites; Nucleotide Analogues|Cell Growth Stoppers|citabin|
hormoneblock|Endocrine Antineoplastics|Hormone Blockers for Cancer|tamane|
antibody|Monoclonal Immunoglobulins; Targeted Immunoproteins|Made-to-Measure Antibodies|limab|
vaccine|Immunogens; Vaccinal Preparations|Vaccines; Jabs|vaxan|t
penicillin|Beta-Lactams; Penam Antibacterials|Penicillin Kinds|acillan|
macrolide|Macrolides; Lactone Antibacterials|Big-Ring Antibiotics|omycan|
quinolone|Quinolones; Gyrase Inhibitors|Gyrase Antibiotics|oxacan|
aminoglycoside|Aminoglycosides; Aminocyclitols|Sugar-Bound Antibiotics|mycane|
glycopeptide|Glycopeptides; Peptide Antibacterials|Last-Line Antibiotics|planan|
antifungal|Antimycotics; Fungistatics|Fungus Medicines; Medicines against Thrush|conazan|t
antiviral|Virustatics; Virucides|Medicines against Viruses|civan|t
antiparasitic|Anthelmintics; Parasiticides|Worm Medicines|bendane|
antimalarial|Antimalarials; Plasmodicides|Malaria Tablets|quinane|
anticonvulsant|Antiepileptics; Anticonvulsives|Seizure Medicines; Fit Stoppers|barbane|t
antiparkinson|Antiparkinsonians; Dopaminergics|Medicines against Shaking|dopane|
stimulant|Psychostimulants; Analeptics|Wakefulness Medicines|afinan|
moodlift|Thymoleptics; Thymeretics|Mood Medicines; Medicines to Lift the Spirit|triptan|t
lithiumlike|Thymic Stabilisers; Normothymics|Mood Steadiers|lithane|
barbiturate|Barbiturates; Malonylurea Hypnotics|Old Sleeping Draughts|barbal|
zclass|Cyclopyrrolones; Selective Hypnotics|New Sleeping Tablets|piclan|
localanaesthetic|Local Anaesthetics; Conduction Anaesthetics|Numbing Injections; Numbing Creams|ocaine-like agents|
musclerelaxant|Neuromuscular Antagonists; Curariform Agents|Muscle Looseners for Theatre|curane|
antispastic|Spasmolytics; Myotonolytics|Cramp Medicines|clofan|
gout|Uricosurics; Urate Diminishers|Gout Medicines|purane|
bone|Antiresorptives; Bisphosphonates|Bone Strengtheners|dronane|
vitamin|Vitamins; Accessory Food Factors|Vitamin Tablets|vitane|t
mineral|Mineral Supplements; Oligoelements|Minerals and Iron|ferrane|
plasma|Plasma Substitutes; Colloids|Blood Volume Fillers|starchane|
crystalloid|Crystalloid Solutions; Electrolyte Solutions|Drips; Salt Water Infusions|salane|t
antidote|Antidotes; Toxin Antagonists|Medicines against Poison|toxane|
contrast|Contrast Media; Radiopaque Agents|Dyes for Scans|iodane|
antiseptic|Antiseptics; Microbicides|Skin Cleansers; Disinfecting Washes|hexane wash|t
emollient|Emollients; Dermatologic Bases|Skin Creams; Moisturisers|lanane|t
eyedrop|Ophthalmic Solutions; Collyria|Eye Drops|opsane|
miotic|Miotics; Ocular Hypotensives|Pupil Narrowers|pilane|
herbal|Phytopharmaceuticals; Botanicals|Plant Medicines; Herbal Teas|herbane|t
placebo|Placebos; Inert Preparations|Dummy Pills|placane|
`;

const FIRST = 'Ba Ce Do Fi Ga He Jo Ka Lo Mi Na Ori Pa Ri Sa Tu Ve Wi Xe Zo'.split(' ');
const SECOND = 'le mo ri ta vu ne so li da xi pe ro'.split(' ');

/** Medicines of a group: syllables by the number, then the group's ending. */
const medicine = (group: string, ending: string, at: number) => {
	const turn = hashOf(`${group} ${at}`);
	return `${FIRST[turn % FIRST.length] ?? ''}${SECOND[(turn >>> 8) % SECOND.length] ?? ''}${ending}`;
};

// No medicine is called after a rock at sea: these names cannot be taken for real ones.
const ROCKS =
	'Skerr Gannet Kelp Holm Tarn Cairn Stack Noup Brough Wick Fjar Selk Brim Haaf Drong Gloup Lyr Mool Ness Pund Rusk Swart Tang Wrak'.split(
		' '
	);
const MIDDLE = 'ad ib ost unq elv ard op isk'.split(' ');
const LAST = 'ume une ave il ode imo elle ade'.split(' ');
/** The two trade names of a medicine; none stands for two medicines. */
function tradeNames(name: string, taken: Set<string>): string[] {
	const found: string[] = [];
	for (let at = 0; found.length < 2; at++) {
		const turn = hashOf(`trade ${name} ${at}`);
		const coined = [ROCKS, MIDDLE, LAST]
			.map((parts, place) => parts[(turn >>> (place * 8)) % parts.length] ?? '')
			.join('');
		if (taken.has(coined)) continue;
		taken.add(coined);
		found.push(coined);
	}
	return found;
}

const names = (text: string) => text.split('; ');

export function medicineNotions(): Notion[] {
	const taken = new Set<string>();
	const sold = new Set<string>();
	return GROUPS.trim()
		.split('\n')
		.flatMap((row) => {
			const [id = '', learned = '', plain = '', ending = '', tidewater = ''] = row.split('|');
			const group: Notion = {
				id: `drugs-${id}`,
				kind: 'group',
				under: ['drugs'],
				learned: names(learned),
				plain: names(plain),
				tidewater: tidewater === 't' ? 'own' : 'none'
			};
			const own: Notion[] = [];
			for (let at = 0; own.length < 5; at++) {
				const name = medicine(id, ending.split(/[- ]/)[0] ?? ending, at);
				if (taken.has(name)) continue;
				taken.add(name);
				own.push({
					id: `drug-${name.toLowerCase()}`,
					kind: 'medicine',
					under: [group.id],
					learned: [
						name,
						`${name} Hydrochloride`,
						`Compound ${name.slice(0, 2).toUpperCase()}-${(hashOf(name) % 9_000) + 1_000}`
					],
					plain: [name, `${name} Tablets`],
					trade: tradeNames(name, sold),
					tidewater: 'none'
				});
			}
			return [group, ...own];
		});
}
