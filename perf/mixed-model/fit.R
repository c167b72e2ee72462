# Fits each desk by a linear mixed model (restricted likelihood): subjects and tests fixed, subject x suite random.
# Writes what a standing rests on: the two variances, each subject beside the mean of all, and the error of its
# difference to the first subject.
library(lme4)
files <- commandArgs(trailingOnly = TRUE)
cells <- read.csv(files[1], stringsAsFactors = FALSE)
out <- data.frame()
say <- function(desk, what, name, value) {
  out <<- rbind(out, data.frame(desk = desk, what = what, name = name, value = sprintf("%.8f", value)))
}
for (desk in unique(cells$desk)) {
  d <- cells[cells$desk == desk, ]
  subjects <- unique(d$subject)
  d$subject <- factor(d$subject, levels = subjects)
  d$test <- factor(d$test)
  d$block <- interaction(d$subject, d$suite, drop = TRUE)
  m <- lmer(log ~ test + subject + (1 | block), data = d, REML = TRUE)
  b <- fixef(m)
  at <- paste0("subject", subjects[-1])
  level <- c(0, b[at])
  error <- sqrt(diag(as.matrix(vcov(m)))[at])
  v <- as.data.frame(VarCorr(m))
  say(desk, "taste", "", v$vcov[v$grp == "block"])
  say(desk, "rest", "", v$vcov[v$grp == "Residual"])
  for (i in seq_along(subjects)) say(desk, "level", subjects[i], level[i] - mean(level))
  for (i in seq_along(error)) say(desk, "error", subjects[i + 1], error[i])
}
write.csv(out, files[2], row.names = FALSE, quote = FALSE)
