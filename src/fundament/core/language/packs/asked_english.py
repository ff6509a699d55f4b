"""How English asks and answers."""

from fundament.core.language.asked import Asked

ASKED = Asked(
    duration="how long|how many years|how many months|how many weeks|how many days|how many hours|how many minutes|how often|how soon|how old|for how long",
    size="how deep|how thick|how far|how wide|how high|how tall|how thin|how deeply|what depth|what thickness|what width|what height|what length",
    amount="how many|how much|how big|how large|how heavy|how dry|how wet|how cold|how hot|how warm|how fast|how strong|what ratio|what size|what temperature|what percentage|what number|what moisture|what is the right ratio|what is the ratio|what is the right mix",
    when="when|what time|at what time|in which season|what is the best time|what is the best season",
    reason="why|what causes|what is the reason|how come|what happens if|what happens when",
    steps="how do|how to|how can|how should|how does|how is|how are|what are the steps|what is the best way",
    definition="what is|what are|what's|what does|what do|who is|who are",
    choice="which|who|whom|where|what should|what tools|what kind|what sort|what type|what can|what else",
    cost="cost|costs|price|prices|pay|expensive|cheap|how much money|how much is|how much are|grant",
    kind_words="deep|thick|wide|high|far|big|large|cost|costs|price|pay|take|last|need|use|get|best|right|good|much|many|long|often|money|year|month|week|day|hour|minute|mean|do|make|have|should|must|can|may|way|choose|know|too|instead|happen|happens|what|when|why|how|which|who|where",
    lasts="last|lasts|lasted|lasting|lifespan|life of|endure|endures|life",
    takes="take|takes|took|taking",
    units_of_time="second|seconds|minute|minutes|hour|hours|day|days|night|nights|week|weeks|month|months|season|seasons|year|years|decade|decades|century|centuries|fortnight|evening|morning",
    figures="a|an|one|two|three|four|five|six|seven|eight|nine|ten|eleven|twelve|fifteen|twenty|thirty|forty|fifty|sixty|seventy|eighty|ninety|hundred|thousand|half|third|quarter|twice|dozen|several|every",
    because="because|since|so that|so it|so the|so they|therefore|thus|hence|cause|causes|caused|reason|in order to|prevent|prevents|otherwise|as a result|due to|leads to|makes|lets|traps|trapped|trapping|keeps|will|cannot|can no longer|if",
    conditions="if|when|until|till|after|before|below|above|once|as soon as|while|during|spring|summer|autumn|winter|january|february|march|april|may|june|july|august|september|october|november|december|frost|under|over",
    verdicts="yes|no|never|don't|do not|not|avoid|must|can|cannot|can't|only|unless|should|need|needs|have to|allowed|forbidden|possible|impossible|fine|will|won't|required",
    advice="use|uses|used|choose|chosen|keep|best|better|suits|suit|recommend|recommended|right|should|need|needs|ask|prefer|take|go for|enough|works|ideal|usually|always|never|call|hire|contact",
    articles="a|an|the|what|one|any",
    personal="i|we|my|our|us|me|mine|ours",
    shunned="depends|it depends|depend on|may be a topic|kept in mind|is a question|can be discussed|is everything|has to be answered|for themselves|play a part|can play|several kinds|various kinds|own qualities|adequate|appropriate|suitable depth|different approach|many factors|worth finding out|whether or not|when the offers|is associated with|own areas of use",
)  # fmt: skip
