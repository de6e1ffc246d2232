# Reference values for the mixed model. R 4.2 with lme4, lmerTest, emmeans and multcomp
# (Debian: r-base-core r-cran-lme4 r-cran-lmertest r-cran-emmeans r-cran-multcomp r-cran-jsonlite).
# Data: sets that ship with R, lme4 and MASS, and one simulated here with gaps.
# Run: Rscript core/test/reference/mixed.R > core/test/reference/mixed.json
suppressMessages({ library(lme4); library(lmerTest); library(emmeans); library(jsonlite) })
emm_options(lmerTest.limit = 1e5, pbkrtest.limit = 0, lmer.df = "satterthwaite")
control <- lmerControl(check.conv.singular = "ignore", check.nobs.vs.nlev = "ignore", check.nobs.vs.nRE = "ignore",
  optimizer = "bobyqa", optCtrl = list(rhoend = 1e-9))

one <- function(data, formula, factor, fixed, random, dunnett = NULL) {
  for (f in unique(c(unlist(fixed), unlist(random)))) data[[f]] <- factor(as.character(data[[f]]), levels = unique(as.character(data[[f]])))
  y <- all.vars(formula)[1]
  m <- lmer(formula, data, control = control)
  a <- anova(m, type = 3)
  vc <- as.data.frame(VarCorr(m))
  e <- emmeans(m, as.formula(paste("~", factor)))
  es <- summary(e)
  p <- summary(pairs(e, adjust = "tukey"))
  result <- list(
    y = data[[y]],
    factors = lapply(setNames(nm = unique(c(unlist(fixed), unlist(random)))), function(f) as.character(data[[f]])),
    fixed = fixed, random = random, factor = factor,
    anova = lapply(rownames(a), function(r) list(term = r, F = a[r, "F value"], df1 = a[r, "NumDF"], df2 = a[r, "DenDF"], p = a[r, "Pr(>F)"])),
    variances = setNames(as.list(vc$vcov), vc$grp),
    # The REML likelihood depends on how contrasts are coded; ours is that of sums to zero.
    logLik = as.numeric(logLik(lmer(formula, data, control = control, contrasts = setNames(rep(list("contr.sum"), length(unique(unlist(fixed)))), unique(unlist(fixed)))))),
    means = lapply(seq_len(nrow(es)), function(i) list(level = as.character(es[i, 1]), mean = es$emmean[i], se = es$SE[i], df = es$df[i])),
    pairs = lapply(seq_len(nrow(p)), function(i) list(pair = as.character(p$contrast[i]), difference = p$estimate[i], se = p$SE[i], df = p$df[i], t = p$t.ratio[i], p = p$p.value[i]))
  )
  if (!is.null(dunnett)) {
    d <- summary(contrast(e, "trt.vs.ctrl", ref = dunnett, adjust = "mvt"))
    result$dunnett <- list(reference = dunnett, pairs = lapply(seq_len(nrow(d)), function(i) list(pair = as.character(d$contrast[i]), t = d$t.ratio[i], df = d$df[i], p = d$p.value[i])))
  }
  result
}

set.seed(1)
cakes <- transform(cake, recipe = as.character(recipe), temperature = paste0("t", temperature))
cakes$batch <- paste(cakes$recipe, cakes$replicate)
gaps <- cakes[-sample(nrow(cakes), 60), ]
pastes <- transform(Pastes, cask = as.character(cask), sample = as.character(sample))
penicillin <- Penicillin
oatsData <- transform(MASS::oats, Block = as.character(B), Variety = as.character(V), Nitrogen = as.character(N))
orchard <- transform(OrchardSprays, row = paste0("r", rowpos), col = paste0("c", colpos))
npks <- transform(npk, block = paste0("b", block), N = paste0("N", N), P = paste0("P", P), K = paste0("K", K))

# Liking as a tasting gives it: 24 panelists, 5 samples, 2 replicates, gaps, three pieces each.
design <- expand.grid(panelist = sprintf("p%02d", 1:24), sample = c("A", "B", "C", "D", "E"), replicate = 1:2, stringsAsFactors = FALSE)
design$piece <- paste0(design$sample, sample(1:3, nrow(design), TRUE))
who <- rnorm(24); cell <- rnorm(120, 0, 0.5); pieces <- rnorm(15, 0, 0.4)
design$score <- round(5 + c(A = 0, B = 0.4, C = 0.8, D = 0.9, E = -0.5)[design$sample] + who[as.integer(substr(design$panelist, 2, 3))] +
  cell[as.integer(factor(paste(design$panelist, design$sample)))] + pieces[as.integer(factor(design$piece))] + rnorm(nrow(design), 0, 1.1), 2)
design <- design[-sample(nrow(design), 37), ]

results <- list(
  cake = one(cakes, angle ~ recipe * temperature + (1 | batch), "temperature", list("recipe", "temperature", c("recipe", "temperature")), list("batch")),
  cakeGaps = one(gaps, angle ~ recipe + temperature + (1 | batch), "temperature", list("recipe", "temperature"), list("batch"), 1),
  pastes = one(pastes, strength ~ cask + (1 | batch) + (1 | batch:cask), "cask", list("cask"), list("batch", c("batch", "cask"))),
  penicillin = one(penicillin, diameter ~ sample + (1 | plate), "sample", list("sample"), list("plate"), 6),
  oats = one(oatsData, Y ~ Nitrogen * Variety + (1 | Block) + (1 | Block:Variety), "Nitrogen", list("Nitrogen", "Variety", c("Nitrogen", "Variety")), list("Block", c("Block", "Variety")), 1),
  orchard = one(orchard, decrease ~ treatment + (1 | row) + (1 | col), "treatment", list("treatment"), list("row", "col"), 1),
  npk = one(npks, yield ~ N + P + K + (1 | block), "N", list("N", "P", "K"), list("block")),
  tasting = one(design, score ~ sample + (1 | panelist) + (1 | panelist:sample) + (1 | piece), "sample", list("sample"), list("panelist", c("panelist", "sample"), "piece"), 1),
  noPanelistSpread = one(transform(InsectSprays, who = rep(paste0("w", 1:12), 6)), sqrt(count) ~ spray + (1 | who), "spray", list("spray"), list("who"), 6)
)
results$noPanelistSpread$y <- sqrt(InsectSprays$count)
cat(toJSON(results, auto_unbox = TRUE, digits = NA, pretty = FALSE))
