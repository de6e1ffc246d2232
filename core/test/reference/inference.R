# Reference values for the tests of core/inference, from R 4.2 and its packages
# (Debian: r-base-core r-cran-jsonlite r-cran-mass r-cran-survival r-cran-coin r-cran-mvtnorm r-cran-bradleyterry2).
# What no package offers is computed here a second way: brute force, numeric integration, optim.
# Run: Rscript core/test/reference/inference.R > core/test/reference/inference.json
suppressMessages({ library(jsonlite); library(MASS); library(survival); library(coin); library(mvtnorm); library(BradleyTerry2) })
set.seed(7)
out <- list()
perms <- function(v) if (length(v) <= 1) list(v) else do.call(c, lapply(seq_along(v), function(i) lapply(perms(v[-i]), function(p) c(v[i], p))))
tail_p <- function(stats, seen) mean(stats >= seen - 1e-9)
# Every arrangement of every block's values; stat is a function of the matrix with NA for what was not served.
every <- function(x, stat) {
  ways <- lapply(seq_len(nrow(x)), function(i) { at <- which(!is.na(x[i, ])); lapply(perms(x[i, at]), function(p) { r <- x[i, ]; r[at] <- p; r }) })
  grid <- as.matrix(expand.grid(lapply(ways, seq_along)))
  apply(grid, 1, function(g) stat(do.call(rbind, Map(function(w, k) w[[k]], ways, g))))
}
rows <- function(m) lapply(seq_len(nrow(m)), function(i) unname(m[i, ]))

# Page: L and its exact tail by brute force; the normal limit from coin (ordered alternative, symmetry_test).
x <- t(apply(matrix(sample(1:3, 16, TRUE), 4), 1, rank))
L <- function(m) sum(colSums(m) * seq_len(ncol(m)))
big <- t(apply(t(replicate(30, rnorm(5) + (1:5) / 4)), 1, rank))
long <- data.frame(y = as.vector(big), s = factor(rep(1:5, each = 30), ordered = TRUE), b = factor(rep(1:30, 5)))
st <- symmetry_test(y ~ s | b, data = long, scores = list(s = 1:5), alternative = "greater")
out$page <- list(small = list(rows = rows(x), L = L(x), p = tail_p(every(x, L), L(x))),
  big = list(rows = rows(big), L = L(big), z = as.numeric(statistic(st)), p = as.numeric(pvalue(st))))

# Durbin and Skillings-Mack, written from their papers with a generalised inverse.
durbin <- function(m) { r <- t(apply(m, 1, function(v) rank(v, na.last = "keep"))); k <- sum(!is.na(r[1, ])); t <- ncol(r); b <- nrow(r); rep <- b * k / t
  A <- sum(r^2, na.rm = TRUE); C <- b * k * (k + 1)^2 / 4; (t - 1) * (sum(colSums(r, na.rm = TRUE)^2) - rep * C) / (A - C) }
sm <- function(m) { m <- m[rowSums(!is.na(m)) > 1, ]; t <- ncol(m); a <- numeric(t); S <- matrix(0, t, t)
  for (i in seq_len(nrow(m))) { at <- which(!is.na(m[i, ])); k <- length(at); a[at] <- a[at] + sqrt(12 / (k + 1)) * (rank(m[i, at]) - (k + 1) / 2)
    S[at, at] <- S[at, at] - 1; for (j in at) S[j, j] <- S[j, j] + k }
  as.numeric(a %*% ginv(S) %*% a) }
d <- matrix(NA, 6, 4); two <- combn(4, 2); for (i in 1:6) d[i, two[, i]] <- sample(1:9, 2)
g <- matrix(sample(1:9, 16, TRUE), 4); g[cbind(c(1, 2, 4), c(1, 3, 4))] <- NA
large <- matrix(round(rnorm(60 * 6) + rep(1:6 / 5, each = 60), 1), 60); large[sample(360, 90)] <- NA
out$durbin <- list(rows = rows(d), statistic = durbin(d), p = tail_p(every(d, durbin), durbin(d)))
out$skillingsMack <- list(small = list(rows = rows(g), statistic = sm(g), p = tail_p(every(g, sm), sm(g))),
  large = list(rows = rows(large), statistic = sm(large), limitingP = pchisq(sm(large), 5, lower.tail = FALSE)))

# Conover's and Nemenyi's pairs after Friedman; reference against others with correlation one half.
f <- t(apply(matrix(sample(1:9, 60, TRUE), 12), 1, rank)); n <- 12; k <- 5; R <- colSums(f); pr <- combn(k, 2); dif <- R[pr[1, ]] - R[pr[2, ]]
A <- sum(f^2); cse <- sqrt(2 * (n * A - sum(R^2)) / ((n - 1) * (k - 1)))
v <- sum(apply(f, 1, var)) * 2
half <- matrix(0.5, k - 1, k - 1); diag(half) <- 1
out$rankPairs <- list(rows = rows(f), lsd = qnorm(0.975) * sqrt(v), conover = 2 * pt(-abs(dif / cse), (n - 1) * (k - 1)),
  least = 2 * pnorm(-abs(dif) / sqrt(v)), nemenyi = ptukey(abs(dif) / sqrt(v) * sqrt(2), k, Inf, lower.tail = FALSE),
  against = sapply(2:5, function(j) 1 - pmvnorm(rep(-abs(R[j] - R[1]) / sqrt(v), 4), rep(abs(R[j] - R[1]) / sqrt(v), 4), corr = half, algorithm = GenzBretz(abseps = 1e-6))[1]))

# Strength: rank-ordered logit by survival::coxph (strata = panelists); ties by summing over their orders with optim.
pl <- t(replicate(15, order(-(c(1, 0.6, 0.2, -0.4, -1) - log(-log(runif(5))))))) # row: samples best first
keep <- lapply(1:15, function(i) pl[i, seq_len(sample(3:5, 1))])
df <- do.call(rbind, lapply(1:15, function(i) data.frame(who = i, sample = factor(keep[[i]], 1:5), time = seq_along(keep[[i]]))))
cox <- coxph(Surv(time) ~ sample + strata(who), df, ties = "breslow", control = coxph.control(eps = 1e-12, toler.chol = 1e-14, iter.max = 100))
worth <- c(0, coef(cox)); V <- rbind(0, cbind(0, vcov(cox))); M <- diag(5) - 1 / 5
out$plackettLuce <- list(rankings = lapply(keep, function(r) r - 1), logWorth = unname(worth - mean(worth)), se = sqrt(diag(M %*% V %*% M)), logLik = cox$loglik[2])
ties <- list(list(0, c(1, 2), 3), list(c(0, 1), 2, 3), list(3, 0, c(1, 2)), list(1, 0, 2, 3), list(c(0, 1, 2), 3), list(2, 3, c(0, 1)), list(3, 1, 2, 0))
strict <- function(r, w) { p <- 1; for (i in seq_along(r)) p <- p * w[r[i] + 1] / sum(w[r[i:length(r)] + 1]); p }
orders <- function(g) { res <- list(c()); for (part in g) res <- do.call(c, lapply(res, function(h) lapply(perms(part), function(q) c(h, q)))); res }
nll <- function(b) { w <- exp(c(b, 0)); -sum(sapply(ties, function(g) log(sum(sapply(orders(g), strict, w))))) }
o <- optim(rep(0, 3), nll, method = "BFGS", control = list(reltol = 1e-15, maxit = 1000)); b <- c(o$par, 0)
out$plackettLuceTies <- list(rankings = ties, logWorth = b - mean(b), logLik = -o$value)
data(baseball, package = "BradleyTerry2")
plain <- BTm(cbind(home.wins, away.wins), home.team, away.team, data = baseball, id = "team")
bh <- baseball; bh$home.team <- data.frame(team = bh$home.team, at.home = 1); bh$away.team <- data.frame(team = bh$away.team, at.home = 0)
home <- BTm(cbind(home.wins, away.wins), home.team, away.team, ~ team + at.home, data = bh, id = "team")
centred <- function(m) { a <- c(0, coef(m)[paste0("team", levels(baseball$home.team)[-1])]); unname(a - mean(a)) }
out$baseball <- list(teams = levels(baseball$home.team), home = as.character(baseball$home.team), away = as.character(baseball$away.team),
  homeWins = baseball$home.wins, awayWins = baseball$away.wins, logWorth = centred(plain), orderLogWorth = centred(home),
  order = unname(coef(home)["at.home"]), orderSe = unname(sqrt(vcov(home)["at.home", "at.home"])))
dav <- data.frame(a = c(0, 0, 0, 1, 1, 2), b = c(1, 2, 3, 2, 3, 3), winA = c(9, 7, 11, 6, 8, 5), winB = c(4, 5, 2, 6, 5, 7), ties = c(3, 6, 1, 5, 4, 2))
dn <- function(q) { w <- exp(c(q[1:3], 0)); nu <- exp(q[4]); a <- w[dav$a + 1]; b <- w[dav$b + 1]; t <- nu * sqrt(a * b); s <- a + b + t
  -sum(dav$winA * log(a / s) + dav$winB * log(b / s) + dav$ties * log(t / s)) }
o <- optim(rep(0, 4), dn, method = "BFGS", hessian = TRUE, control = list(reltol = 1e-15)); w <- c(o$par[1:3], 0)
out$davidson <- list(meetings = dav, logWorth = w - mean(w), logTie = o$par[4], logTieSe = sqrt(solve(o$hessian)[4, 4]), logLik = -o$value)

# Psychometric functions by R's integrate, straight from the distributions of the perceptions.
psy <- function(d) list(
  triangle = 2 * integrate(function(z) (pnorm(-z * sqrt(3) + d * sqrt(2 / 3)) + pnorm(-z * sqrt(3) - d * sqrt(2 / 3))) * dnorm(z), 0, Inf, rel.tol = 1e-12)$value,
  `duo-trio` = 1 - pnorm(d / sqrt(2)) - pnorm(d / sqrt(6)) + 2 * pnorm(d / sqrt(2)) * pnorm(d / sqrt(6)), `2-afc` = pnorm(d / sqrt(2)),
  `3-afc` = integrate(function(z) pnorm(z)^2 * dnorm(z - d), -Inf, Inf, rel.tol = 1e-12)$value,
  tetrad = 1 - 2 * integrate(function(z) dnorm(z) * (2 * pnorm(z) * pnorm(z - d) - pnorm(z - d)^2), -Inf, Inf, rel.tol = 1e-12)$value)
out$psychometric <- lapply(c(0, 0.5, 1, 2, 3.5), function(d) c(list(d = d), psy(d)))
prof <- function(n, c, method) { ll <- function(d) dbinom(c, n, psy(d)[[method]], log = TRUE); dhat <- uniroot(function(d) psy(d)[[method]] - c / n, c(0, 9), tol = 1e-12)$root
  cut <- ll(dhat) - qchisq(0.95, 1) / 2; side <- function(lo, hi) uniroot(function(d) ll(d) - cut, c(lo, hi), tol = 1e-12)$root
  list(protocol = method, n = n, correct = c, dPrime = dhat, low = if (ll(0) > cut) 0 else side(0, dhat), high = side(dhat, 9)) }
out$dPrime <- list(prof(30, 15, "triangle"), prof(60, 45, "2-afc"), prof(40, 29, "3-afc"), prof(80, 50, "tetrad"), prof(50, 35, "duo-trio"))
pw <- function(n, p0, pd, a) { crit <- qbinom(a, n, p0, lower.tail = FALSE) + 1; list(n = n, guess = p0, pd = pd, alpha = a, critical = crit, power = pbinom(crit - 1, n, p0 + pd * (1 - p0), lower.tail = FALSE)) }
out$power <- c(lapply(c(6, 12, 30, 66, 100), pw, 1 / 3, 0.3, 0.05), lapply(c(10, 32, 60), pw, 1 / 2, 0.25, 0.1))

# A/not-A as a probit regression; same-different, beta-binomial and Fisher's p by their own definitions.
an <- glm(cbind(c(30, 12), c(10, 28)) ~ c(1, 0), family = binomial(probit), control = glm.control(epsilon = 1e-14))
out$aNotA <- list(dPrime = unname(coef(an)[2]), se = unname(sqrt(vcov(an)[2, 2])), p = fisher.test(matrix(c(30, 10, 12, 28), 2), alternative = "greater")$p.value)
called <- function(d, t) pnorm((d - t) / sqrt(2)) + pnorm((-d - t) / sqrt(2))
sd2 <- optim(c(1, 1), function(q) -dbinom(28, 40, called(q[1], q[2]), log = TRUE) - dbinom(10, 40, called(0, q[2]), log = TRUE), control = list(reltol = 1e-15, maxit = 5000))
out$sameDifferent <- list(dPrime = sd2$par[1], tau = sd2$par[2])
bb <- data.frame(n = 8, correct = c(8, 7, 8, 3, 2, 3, 1, 4, 8, 6, 2, 3, 7, 8, 2))
bbl <- function(pd, gam) sum(mapply(function(c, n) log(integrate(function(u) dbinom(c, n, 1/3 + 2/3 * qbeta(u, pd * (1 / gam - 1), (1 - pd) * (1 / gam - 1))), 0, 1, rel.tol = 1e-9, subdivisions = 2000)$value), bb$correct, bb$n))
bo <- optim(c(0, -1), function(q) -bbl(plogis(q[1]), plogis(q[2])), control = list(reltol = 1e-10, maxit = 500))
out$betaBinomial <- list(panel = bb, pd = plogis(bo$par[1]), gamma = plogis(bo$par[2]), logLik = -bo$value)
out$binom <- list(twoSided = binom.test(20, 28)$p.value, clopper = as.numeric(binom.test(20, 28)$conf.int), wilson = as.numeric(prop.test(20, 28, correct = FALSE)$conf.int))

# Attributes: Cochran's Q (coin), McNemar exact, Welch, correspondence (MASS), prcomp, lm, p.adjust, Dunnett's t (mvtnorm).
cq <- matrix(rbinom(120, 1, rep(c(0.3, 0.5, 0.6, 0.4), each = 30)), 30)
cl <- data.frame(y = as.vector(cq), s = factor(rep(1:4, each = 30)), b = factor(rep(1:30, 4)))
cs <- symmetry_test(factor(y) ~ s | b, data = cl, teststat = "quadratic")
mc <- apply(combn(4, 2), 2, function(p) { a <- sum(cq[, p[1]] > cq[, p[2]]); b <- sum(cq[, p[1]] < cq[, p[2]]); if (a + b == 0) 1 else binom.test(a, a + b)$p.value })
out$cochran <- list(rows = rows(cq), statistic = as.numeric(statistic(cs)), p = as.numeric(pvalue(cs)), mcnemar = mc, holm = p.adjust(mc, "holm"))
jr <- c(7, 8, 6, 9, 7, 8); jm <- c(5, 6, 4, 7, 5); tt <- t.test(jr, jm)
out$justAboutRight <- list(right = jr, much = jm, drop = mean(jr) - mean(jm), t = unname(tt$statistic), df = unname(tt$parameter), p = tt$p.value)
ct <- matrix(c(20, 5, 9, 12, 6, 18, 4, 9, 11, 10, 15, 3), 4); co <- corresp(ct, nf = 2)
out$correspondence <- list(counts = rows(ct), inertia = sum(chisq.test(ct)$statistic) / sum(ct), singular = unname(co$cor), first = unname(abs(co$rscore[, 1] * co$cor[1])))
pc <- matrix(rnorm(30), 6); pp <- prcomp(pc, scale. = TRUE)
out$pca <- list(rows = rows(pc), shares = pp$sdev^2 / sum(pp$sdev^2), first = abs(unname(pp$x[, 1])), loadings = abs(unname(pp$rotation[, 1] * pp$sdev[1])))
ds <- data.frame(who = rep(1:8, each = 4), liking = rnorm(32), a = rnorm(32), b = rnorm(32)); ds$liking <- ds$liking + ds$a
lm2 <- summary(lm(liking ~ factor(who) + a + b, ds))$coefficients[c("a", "b"), ]
out$drivers <- list(data = ds, slopes = unname(lm2[, 1]), se = unname(lm2[, 2]), p = unname(lm2[, 4]))
ps <- c(0.001, 0.2, 0.04, 0.03, 0.6); out$adjust <- list(p = ps, holm = p.adjust(ps, "holm"), bh = p.adjust(ps, "BH"))
cor3 <- matrix(c(1, 0.3, 0.6, 0.3, 1, 0.45, 0.6, 0.45, 1), 3)
out$mvt <- list(correlation = rows(cor3), t = 2.2, df = 14, p = 1 - pmvt(rep(-2.2, 3), rep(2.2, 3), df = 14, corr = cor3, algorithm = GenzBretz(abseps = 1e-7, maxpts = 1e6))[1],
  dunnett = 1 - pmvt(rep(-2.5, 3), rep(2.5, 3), df = 20L, corr = { h <- matrix(0.5, 3, 3); diag(h) <- 1; h }, algorithm = GenzBretz(abseps = 1e-7, maxpts = 1e6))[1])
out$tukey <- list(q = c(2, 3.5, 5, 8), p = list(k4df10 = ptukey(c(2, 3.5, 5, 8), 4, 10, lower.tail = FALSE), k12df500 = ptukey(c(2, 3.5, 5, 8), 12, 500, lower.tail = FALSE)))
cat(toJSON(out, auto_unbox = TRUE, digits = NA, na = "null", dataframe = "rows"))
