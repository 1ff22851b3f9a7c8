/**
 * What the other two vocabularies call the notions of Skerry's core headings, row by row:
 * `notion | Tidewater | Corran`. Names stand heading first, other names behind. `-` means that the
 * vocabulary has nothing narrower than what stands above; `=other` that one heading there serves
 * several notions; `//` that it keeps two kinds apart, each with a heading of its own.
 */
export const CORE_NAMES = `
states|Health problems; Health conditions|Disease and Disorder; Morbid State
mental|Mental health problems; Emotional and mental illness|Mental Disease; Psychiatric Disease; Psychopathology
neurocog|Acquired problems of thinking; Loss of mental powers|Cognitive Disease; Organic Brain Disease
delirium|Acute confusion; Sudden confusion; Fluctuating confusion|Delirious State; Acute Brain Failure; Acute Organic Psychosis
deliriumhyper|=delirium|Excited Delirious State; Agitated Brain Failure
deliriumhypo|=delirium|Quiet Delirious State; Lethargic Brain Failure
deliriumwaking|Confusion on waking from anaesthesia; Rough awakening|Emergence Agitation; Emergence Excitement
deliriumpost|Confusion after an operation; Muddled after surgery|Postoperative Delirious State; Postoperative Brain Failure
deliriumpoison|-|Toxic Psychosis; Intoxication Psychosis; Drug-Induced Brain Failure
deliriumicu|Confusion in intensive care; Muddled on the unit|Intensive Care Psychosis; Critical Illness Brain Dysfunction
deliriumalcohol|-|Alcohol Psychosis; Drinker's Shaking Psychosis
subsyndromal|=delirium|-
dementia|Living with dementia; Lasting confusion of old age|Dementing Disease; Senile Brain Decay
dementiavasc|=dementia|Multi-Infarct Brain Decay; Arteriosclerotic Dementing Disease
dementialewy|=dementia|Cortical Body Disease; Diffuse Body Dementing Disease
mci|Forgetfulness; Slight memory trouble|Mild Intellectual Impairment; Prodromal Dementing Disease
cogaftercrit|Thinking after intensive care; Foggy mind after the unit|Post-Critical Intellectual Impairment
amnesia|=mci|Memory Disorder; Memory Loss
consciousness|Altered consciousness; Reduced responsiveness|Consciousness Disorder; Awareness Disorder
coma|Unconscious patients; Unconsciousness|Comatose State; Deep Unresponsiveness
stupor|=coma|Stuporous State
vegetative|=coma|Unresponsive Wakeful State; Apallic State
confusion|=delirium|Bewilderment; Mental Clouding; Disorientation
neurobehav|Behaviour changes; Changed behaviour|Behaviour Disorder; Abnormal Behaviour
agitation|Restless patients; Agitated behaviour|Psychomotor Excitement; Agitated State
hallucination|Seeing and hearing things|False Perception; Sensory Deception
aggression|Violent behaviour; Challenging behaviour|Aggressiveness; Assaultive Act
apathy|-|Indifference; Loss of Drive
anxiety|Worry and fear; Anxious patients|Anxiety State; Nervous Tension; Apprehension
stresspost|Distress after frightening events|Posttraumatic Reaction; Traumatic Neurosis
lowmood|Sadness; Feeling low|Depressed Affect; Dysphoria
grief|Bereavement; Mourning and loss|Bereavement Reaction
psychosis|Loss of touch with reality|Psychosis; Psychotic State
nervous|Problems of brain and nerves|Neurologic Disease; Neuropathy and Brain Disease
stroke|Stroke survivors; Having a stroke|Cerebrovascular Accident; Brain Infarction // Cerebral Haemorrhagic Accident; Brain Bleed
braininjury|Head injury; Knocks to the head|Cerebral Trauma; Craniocerebral Trauma
encephalopathy|-|Brain Disease; Cerebral Dysfunction
encephsepsis|-|Septic Brain Dysfunction; Brain Failure in Bloodstream Infection
enceptoxic|-|Toxic Brain Dysfunction
epilepsy|Fits and seizures; Convulsions|Seizure Disorder; Convulsive Disease
neuropcrit|Weakness after intensive care; Loss of strength on the unit|Critical Illness Polyneuropathy; Critical Illness Myopathy
parkinsonism|Shaking and stiffness|Extrapyramidal Rigidity Syndrome
sleepdis|Sleep problems; Poor sleepers|Sleep Pathology; Dyssomnia
insomnia|Sleeplessness; Lying awake|Insomnolence; Agrypnia
sleepdeprivation|Loss of sleep; Going short of sleep|Sleep Loss; Sleep Curtailment
sleepfragment|Broken nights; Disturbed nights|Sleep Discontinuity; Arousal from Sleep
circadiandis|Upset day and night rhythm; Day turned into night|Sleep Phase Pathology; Sleep Rhythm Pathology
chronodis|=circadiandis|Chronobiologic Disease; Rhythm Desynchrony
jetlag|-|Time Zone Change Syndrome
parasomnia|-|Sleep Behaviour Pathology
nightmare|Bad dreams|Dream Anxiety
apnoea|Stopping breathing in sleep|Sleep-Disordered Breathing; Nocturnal Breathing Arrest
hypersomnia|Drowsiness; Dozing by day|Somnolence; Narcoleptic Tendency
critillness|Life-threatening illness; Gravely ill patients|Severe Acute Disease; Organ-Threatening Disease
multiorgan|=critillness|Multiorgan Dysfunction; Systemic Organ Collapse
shock|Circulatory collapse|Circulatory Shock; Hypoperfusion State
sepsis|Blood poisoning; Recognising sepsis|Septicaemia; Bloodstream Infection; Systemic Infection
septicshock|=sepsis|Septic Circulatory Shock
postintensive|Life after intensive care; Long recovery after the unit|Post-Critical Syndrome
respfail|Breathing failure; Struggling to breathe|Ventilatory Failure; Lung Failure
ards|=respfail|Shock Lung; Acute Lung Damage
pneumoniavent|Chest infection on the ventilator|Respirator-Acquired Lung Infection
lung|Chest and breathing problems|Pulmonary Disease; Lung Pathology
copd|Long-term breathlessness; Chronic chest disease|Chronic Bronchitis // Lung Emphysema
infection|Infections; Catching infections|Infectious Disease; Communicable Disease
infectionhosp|Infections caught in hospital|Nosocomial Infection; Cross Infection
heart|Heart problems; Heart trouble|Cardiac Disease; Cardiopathy
heartfail|Failing heart; Fluid overload and heart trouble|Cardiac Insufficiency; Pump Insufficiency
cardiacarrest|Collapse and resuscitation|Circulatory Standstill; Heart Stoppage
arrhythmia|Irregular heartbeat|Cardiac Dysrhythmia; Fibrillation and Flutter
vessel|Circulation problems|Vascular Disease; Angiopathy
kidneyinj|Sudden kidney trouble|Acute Renal Insufficiency; Acute Tubular Damage
diabetes|Living with diabetes; Sugar disease|Disordered Glucose Metabolism; Diabetic State
cancer|Cancer; Living with cancer|Tumour; Malignant Disease; Oncologic Disease
pain|Pain; People in pain; Hurting|Nociception Disorder; Algesic State
painpost|Pain after an operation|Postoperative Algesic State
frailty|Frail older people; Growing weak with age|Geriatric Vulnerability; Senescent Debility
malnutrition|Undernourished patients; Eating too little|Nutritional Deficiency; Inanition
fracturehip|Broken hip|Femoral Neck Break; Proximal Femur Break
eyedis|Eye problems|Ophthalmic Disease; Ocular Disease
visionloss|Poor sight; Blindness and partial sight|Visual Impairment; Amaurosis
hearingloss|Deafness; Hard of hearing|Auditory Impairment; Hypoacusis
postopcompl|Trouble after an operation|Postoperative Morbidity
anaesthcompl|=postopcompl|Anaesthetic Accident
deviceharm|Harm from tubes and lines|Iatrogenic Device Injury
poisoning|Poisoned patients; Taking poison|Intoxication; Toxicity State
withdrawal|Coming off drugs or drink|Abstinence Syndrome
withdrawalsed|=withdrawal|Sedative Abstinence Syndrome
falls|Falls; Patient falls|Accidental Fall; Tumbling
selfextub|Pulling out the breathing tube|Accidental Tube Removal
functdecline|Losing independence|Disability Progression; Loss of Function
mortality|Dying and survival|Mortality; Survival Rate; Lethality
deathhosp|Deaths on the ward|Inpatient Mortality
treat|Treatments and interventions|Therapy; Therapeutic Procedure
phototherapy|Treatment with light; Lamps as treatment|Phototherapy; Photobiologic Treatment; Heliotherapy
brightlight|Light boxes; Sitting by a bright lamp|Intense Illumination Treatment; High-Lux Phototherapy
bluelight|-|Short-Wavelength Phototherapy
dawnsim|-|Simulated Sunrise Phototherapy
skinlight|-|Ultraviolet Phototherapy // Photodynamic Phototherapy
neonatlight|Light for yellow babies|Icterus Phototherapy; Bilirubin Phototherapy
chronother|Keeping day and night apart; Restoring the daily rhythm|Chronotherapy; Chronobiologic Treatment
darktherapy|=nightlight|Dark Exposure Treatment
physicalther|Physical therapies|Physiotherapy; Physical Medicine
mobilisation|Getting patients up early; Early walking|Early Ambulation; Early Exercise
massagether|Touch and massage|Manual Treatment; Stroking Treatment
musicther|Music for patients; Singing and listening|Melotherapy; Auditory Art Treatment
aroma|Scents and oils|Essential Oil Inhalation; Olfactory Treatment
nondrug|Comfort measures; Care without medicines|Nonpharmacologic Treatment
multicomp|Bundles of care; Several measures together|Multimodal Programme; Combined Intervention Package
reorient|Telling patients where they are; Orientation boards|Reality Orientation; Spatiotemporal Cueing
cogstim|Keeping the mind busy|Neuropsychologic Training; Brain Exercise
earplugs|Ear plugs and eye masks; Shutting out noise and light|Auditory Canal Occluder
eyemasks|=earplugs|Light-Occluding Eye Cover
noiseprot|=earplugs|Acoustic Protection
protect|Protective aids|Protective Equipment; Shielding Appliance
drugther|Giving medicines|Pharmacotherapy; Medication Regimen
sedation|Keeping patients calm and sleepy; Sedated patients|Induced Calm; Tranquillisation
sedationdeep|=sedation|Profound Tranquillisation
sedationlight|Keeping patients awake and calm|Minimal Tranquillisation; Cooperative Calm
sedbreak|Daily waking of sedated patients|Tranquilliser Interruption; Wake-Up Trial
analgesia|Easing pain; Relieving pain|Algesia Control; Antinociceptive Treatment
anaesthesia|Care around anaesthesia|Narcosis; Anaesthetic Procedure
anaesthgeneral|=anaesthesia|Inhalation Narcosis // Intravenous Narcosis
drugs|Medicines and drugs|Pharmaceutical Agent; Drug
hypnotics|Sleeping tablets and calming drugs|Somnifacient Agent; Tranquilliser
benzos|=hypnotics|Diazepine Tranquilliser; Diazepine Derivative
alpha2|=hypnotics|Imidazoline Tranquilliser; Central Sympatholytic
antipsych|Drugs for psychosis|Neuroleptic Agent; Psychosis-Directed Agent
haloperidol|-|Haloperidol; Butyrophenone Neuroleptic
opioids|Strong painkillers|Narcotic Agent; Morphine-Like Agent
melatonin|Melatonin tablets; Sleep hormone|Melatonin; Pineal Indole
melatoninag|-|Pineal Indole Receptor Stimulator
hormones|-|Hormone; Endocrine Principle
cortisol|-|Hydrocortisone; Adrenal Glucosteroid
anticholin|-|Cholinergic Receptor Blocker; Parasympatholytic
vasopress|Drugs to raise blood pressure|Vasoconstrictor; Pressor Agent
antibact|Antibiotics; Giving antibiotics|Antibiotic Agent; Antimicrobial
critcare|Caring for the critically ill; Intensive treatment|Intensive Treatment; Critical Patient Management
lifesupport|Keeping patients alive with machines|Vital Organ Assistance
ventilation|Patients on a ventilator; Breathing machines|Artificial Respiration; Assisted Breathing
ventnoninv|Breathing masks; Mask ventilation|Mask Respiration; Airway Pressure without Tube
weaning|Coming off the ventilator|Respirator Liberation; Respirator Discontinuation
extracorp|-|Heart-Lung Bypass // Membrane Oxygenation
renalrep|Dialysis; Patients on dialysis|Haemodialysis // Haemofiltration
resus|Bringing patients back|Reanimation; Heart Massage and Breathing
nutritionsupp|Tube feeding; Help with eating|Enteral Feeding // Parenteral Feeding
surgery|Operations; Having an operation|Operative Procedure; Surgical Technique
surgcardiac|Heart operations|Cardiac Operative Procedure; Open Heart Procedure
surgortho|Bone and joint operations|Orthopaedic Operative Procedure
rehab|Getting better; Recovery programmes|Functional Restoration; Reablement
nursingcare|Nursing care; Care by nurses|Nursing Practice
critnursing|Intensive care nursing|Nursing Practice in Critical Units
nightnursing|Night duty; Nursing by night|-
clustercare|Doing things together at night; Undisturbed rest periods|-
care|Organising care|Health Service Organisation; Care Delivery
careplan|Care plans; Planning care|Patient Management Protocol
palliative|End-of-life care; Caring for the dying|Terminal Care; Palliation
familycare|Involving the family; Families at the bedside|Kin-Oriented Management
visiting|Visitors; Open visiting|Visitor Policy
restraint|Tying patients down; Limb holders|Immobilising Device; Forced Immobility
prevention|Preventing harm; Prevention|Prophylaxis; Preventive Strategy
screening|Checking everyone; Routine checks|Mass Examination; Case Finding
dischargeplan|Going home; Planning to leave hospital|Hospital Discharge; Transition of Management
sleepcare|Helping patients sleep; Quiet nights|Sleep Hygiene; Sleep Support Measure
assess|Nursing assessment; Finding out|Diagnosis; Diagnostic Procedure
ratingscale|Scales and checklists|Scoring Instrument; Assessment Questionnaire
delscreen|Checking for confusion; Confusion checklists|Delirious State Scoring; Bedside Brain Failure Test
sedscale|=ratingscale|Tranquillisation Scoring
sevscore|=ratingscale|Disease Severity Index; Acute Physiology Index
cogtest|=ratingscale|Neuropsychologic Test; Intellect Test
polysomn|-|Sleep Laboratory Recording; Somnography
actigraphy|Wrist movement recorders|Activity Recording; Accelerometry
eeg|-|Electroencephalogram; Brain Wave Recording
monitoring|Watching and recording; Observations|Physiologic Surveillance; Patient Surveillance
lightmeasure|-|Photometry; Luxmetry
noisemeasure|-|Sound Level Recording
imaging|Scans and X-rays|Diagnostic Radiology; Radiography
biomarkers|-|Laboratory Marker; Biologic Marker
prognosis|What to expect|Outcome Prediction; Forecast of Disease
riskfactor|Who is at risk|Risk; Predisposition
riskmodel|=riskfactor|Prediction Rule; Prediction Equation
places|Where care happens|Physical Setting; Location
facilities|Care settings|Health Care Building; Health Service Site
hospitals|Hospitals; In hospital|Hospital
icu|Intensive care units; On the unit; Intensive treatment units|Critical Patient Ward; Reanimation Ward
icucoronary|=icu|Coronary Ward
icusurg|=icu|Postsurgical Critical Ward
icumed|=icu|Internal Medicine Critical Ward
icupaed|Children's intensive care|Paediatric Critical Ward
icuneo|Intensive care for newborn babies|Neonatal Critical Ward
icustroke|Stroke wards|Stroke Ward; Cerebrovascular Ward
stepdown|High-dependency wards|Intermediate Ward
recoveryroom|Waking-up rooms|Postanaesthetic Ward
emergdept|Accident and emergency|Emergency Ward; Casualty Ward
wards|Hospital wards; On the ward|Ward
patientroom|Bed spaces; Bedside surroundings|Sickroom; Hospital Bedroom
singleroom|Rooms of one's own|Private Sickroom
openbay|=patientroom|Multi-Bed Sickroom
longterm|Care homes for older people|Chronic Stay Site; Residential Site
rehabcentre|Rehabilitation wards|Restoration Site
hospice|Hospices; Hospice care|Terminal Stay Site
homecare|Care at home; Visiting nurses|Domiciliary Service
hospdesign|Healing buildings; Wards designed for patients|Hospital Architecture; Facility Planning
building|=hospdesign|Architecture; Construction
windows|A room with a view; Beds by the window|Glazing; Fenestration
interior|=hospdesign|Room Furnishing; Wall Colour
environment|Surroundings; The ward environment|Ambience; Physical Environment
lighting|Lights on the ward; Light and dark on the ward|Illumination; Artificial Illumination
dynlight|=lighting|Rhythmic Illumination; Cycled Illumination
nightlight|Lights out at night; Darkened wards|Nocturnal Illumination; Light at Night Exposure
ledlight|-|Electroluminescent Source; Diode Source
daylight|Natural light; Daylight by the bed|Solar Illumination; Diffuse Sky Radiation
sunlight|=daylight|Solar Radiation; Sun Exposure
darkness|=nightlight|Dark; Absence of Illumination
colourtemp|-|Spectral Composition; Correlated Colour Value
light|=lighting|Visible Radiation; Photon Exposure
naturalphen|-|Geophysical Phenomenon
seasons|Winter and summer|Seasonal Variation
photoperiod|-|Photophase; Day-Night Proportion
noise|Noise on the ward; Loud nights|Sound Pollution; Acoustic Stress
alarms|Alarms; Beeping machines|Device Alert Signal
temperature|Too hot or too cold|Ambient Heat
airqual|Fresh air|Indoor Atmosphere
sensorydep|Empty surroundings; Nothing to see or hear|Perceptual Isolation
sensoryover|=noise|Stimulus Overload
equipment|Equipment; Aids and appliances|Device; Apparatus
lamps|=lighting|Light Source; Luminaire
glasses|Spectacles and hearing aids; Aids for sight and hearing|Eyeglass; Corrective Lens
hearingaid|=glasses|Hearing Prosthesis
clocks|Clocks and calendars by the bed|Timepiece
ventilators|=ventilation|Respirator; Breathing Apparatus
catheters|Drains, lines and tubes|Cannula; Indwelling Tube
telemed|Care by telephone and screen|Telehealth; Remote Consultation
vr|Headsets and virtual scenes|Simulated Reality; Immersive Display
life|Body and mind in health|Physiology; Normal Function
rhythm|Daily rhythms; The body clock|Chronobiology; Biologic Periodicity
circadian|=rhythm|Diurnal Variation; Twenty-Four Hour Periodicity
sleep|Sleep; A night's rest|Sleep Function; Slumber
sleepstages|-|Slow Wave Slumber // Paradoxical Slumber
sleepquality|=sleep|Sleep Efficiency; Restorative Slumber
wakefulness|=sleep|Vigilance; Arousal
attention|Paying attention|Attentiveness; Concentration
cognition|Thinking; Thinking and understanding|Mental Function; Intellect
memory|Remembering|Recall; Mnemonic Function
orientation|=reorient|Spatiotemporal Awareness
brain|-|Brain; Encephalon
clocknucleus|-|Hypothalamic Pacemaker; Hypothalamic Clock
pineal|-|Epiphysis Cerebri
eye|Eyes and sight|Ocular Organ; Eyeball
retina|-|Retina; Fundus
ganglion|-|Intrinsically Photoreceptive Cell
melanopsin|-|Photopigment Opn4
pupil|-|Iris Aperture
skin|Skin|Cutaneous Tissue; Integument
inflammation|-|Inflammatory Response; Phlogosis
immunity|-|Immune Function; Host Defence
bodytemp|Body temperature; Taking temperatures|Thermoregulation; Core Heat
people|People|Population Group
adult|Adults|Grown-Up; Adulthood
youngadult|=adult|Early Adulthood
aged|Older people; Old age|Elderly; Senior; Geriatric Subject
veryaged|The very old|Oldest Old; Nonagenarian
child|Children; Boys and girls|Paediatric Subject; Childhood
infant|Babies|Nursling; Infancy
newborn|Newborn babies|Neonate; Neonatal Period
adolescent|Young people; Teenagers|Juvenile; Puberty
patients|Patients; People receiving care|Patient
inpatients|Patients on wards|Hospitalised Subject; Bedded Subject
critpatients|=ventilation|Critically Ill Subject; Respirator-Dependent Subject
survivors|Former intensive care patients|Critical Disease Survivor
family|Relatives; Families|Kin; Household Member
caregivers|Family carers; Looking after someone|Informal Caregiver
nurses|Nurses; Registered nurses|Nursing Personnel
physicians|Doctors|Medical Practitioner; Clinician
staff|Health workers; Colleagues on the ward|Health Personnel
women|Women|Female
men|Men|Male
research|Research; Doing research|Research Design; Methodology
trials|Trials of care; Testing treatments|Clinical Trial
rct|Randomised trials; Drawing lots|Randomised Allocation Study; Controlled Experiment
clustertrial|=rct|Group-Allocated Study
beforeafter|Before and after a change|Uncontrolled Comparison; Pre-Post Comparison
cohort|Following people over time|Longitudinal Observation; Prospective Follow-Up
casecontrol|=cohort|Retrospective Comparison
crosssect|Surveys; Questionnaires|Prevalence Survey; Snapshot Survey
qualitative|Listening to people; Interviews|Interview Study; Phenomenology
pilot|=trials|Feasibility Trial
reviewsys|Reviews of research|Evidence Synthesis; Structured Literature Overview
metaanal|=reviewsys|Pooled Analysis
guidelines|Good practice advice|Practice Recommendation; Clinical Protocol
qualityimp|Making care better|Total Quality Programme
lengthstay|Days in hospital|Hospitalisation Duration
outcomes|What care achieves|Treatment Result; End Point
incidence|How often it happens|Occurrence Rate; Frequency of Disease
costs|Costs of care|Health Economics; Expenditure
qol|Living well|Well-Being; Life Satisfaction Index
satisfaction|What patients think; Patients' opinions|Contentment with Services
implementation|Changing practice|Adoption of Evidence
educationstaff|Teaching nurses; Learning on the ward|In-Service Training
workload|Staffing and workload|Work Burden; Personnel Ratio
shiftwork|Working shifts; Rotas|Rotating Work Schedule
ethics|Right and wrong in care|Bioethics; Moral Obligation
consent|Agreeing to treatment|Informed Permission
familydist|Worried relatives|Kin Strain
`;
