package say

// What was learned.
var (
	LearnMoisture = row("log.moisture", "{zone}: {n} {n|touch check|touch checks} ({feels}), last on {date}. "+
		"{factor:f2} times the moisturiser there.")
	LearnTimes  = row("log.times", "{n} {feel}")
	LearnSooner = row("log.sooner", "{zone}: {n} {n|wear report|wear reports}, last on {date}. It shone sooner than "+
		"planned: oil is reckoned to come {factor:f2} times as fast there.")
	LearnLater = row("log.later", "{zone}: {n} {n|wear report|wear reports}, last on {date}. It shone later than "+
		"planned: oil is reckoned to come {factor:f2} times as fast there.")
	LearnHarder = row("log.harder", "{kind} on {binder}: {n} {n|removal|removals}, last on {date}. It took more "+
		"passes than planned: reckoned at {factor:f2} of its strength.")
	LearnEasier = row("log.easier", "{kind} on {binder}: {n} {n|removal|removals}, last on {date}. It took fewer "+
		"passes than planned: reckoned at {factor:f2} of its strength.")
	LearnNever = row("log.never", "{product} stung on {date}: it is not used on this client.")
	LearnOdd   = row("log.odd", "{zone} is said to have shone on {date} at {time}, before it was clean: not counted.")
	LearnOrder = row("log.order", "is older than the sitting before it: the oldest comes first")

	BecauseMoist  = row("log.because_moist", "More on {zones}, because last time it was tight there.")
	BecauseLean   = row("log.because_lean", "Less on {zones}, because last time it was too much there.")
	BecauseSooner = row("log.because_sooner", "Shine on {zones} is expected sooner, because last time it came sooner "+
		"than planned.")
	BecauseLater = row("log.because_later", "Shine on {zones} is expected later, because last time it came later "+
		"than planned.")
	BecauseHarder = row("log.because_harder", "{kind} is reckoned weaker on {zones}, because last time it took more "+
		"passes than planned.")
	BecauseEasier = row("log.because_easier", "{kind} is reckoned stronger on {zones}, because last time it took "+
		"fewer passes than planned.")
	OwnSebum = row("log.own_sebum", "Where oil is {grade} skin makes {value:f2} µg/cm²/min by this studio's own log, "+
		"{book:f2} by the book.")
	OwnLean = row("log.own_lean", "Where oil is {grade} moisturiser is {value:f2} times the lean film by this "+
		"studio's own log, {book:f2} by the book.")
	OwnTakes = row("log.own_takes", "{kind} takes off {value*100:f0} % of {binder} in one pass by this studio's own "+
		"log, {book*100:f0} % by the book.")
	MeasuredSebum = row("log.measured_sebum", "oil on skin where oil is {grade}")
	MeasuredLean  = row("log.measured_lean", "moisturiser where oil is {grade}")
	MeasuredTakes = row("log.measured_takes", "{kind} on {binder}, in one pass")
	NotMeasured   = row("log.not_measured", "{key:q} is no working figure that checks at the chair can measure")
	BecauseStung  = row("log.because_stung", "{product} stays in the kit, because last time it stung.")
)
