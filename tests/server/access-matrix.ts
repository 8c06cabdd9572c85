/**
 * Who may run which command, written out by hand and not taken from the program: a change of rights is seen here, line by line.
 * O owner · F office · E estimator · L crew lead · C crew · B bookkeeper; * only with input that the program prepared itself.
 */
export const ACCESS = `
  OF---B        books.close
  OF---B        books.export
  OF---B        books.set-accounts
  O-----        branches.save
  O-----        budget.drop-scenario
  O-----        budget.save
  O-----        budget.save-scenario
  O-----        budget.take-overhead
  OF---B        buying.add-line
* OF---B        buying.attach-scan
  OF---B        buying.begin-order
  OF---B        buying.change-line
  OF---B        buying.change-order
  OF---B        buying.close-line
  OF---B        buying.detach-scan
  OF---B        buying.enter-bill
  OF---B        buying.order-materials
  OF---B        buying.pay-bill
  OF---B        buying.remove-line
  OF---B        buying.send-order
  OF---B        buying.take-delivery
  OF---B        buying.withdraw-bill
  OF---B        buying.withdraw-order
* OFE---        catalog.attach
  OFE---        catalog.buy-from
  OFE---        catalog.change-items
  OFE---        catalog.copy-assembly
  OFE---        catalog.detach
  OFE---        catalog.drop-reference
  nobody        catalog.give-up
  nobody        catalog.go-on
  OFE---        catalog.import
  OFE---        catalog.import-assemblies
  nobody        catalog.plan-import
  OFE---        catalog.remove-category
  OFE---        catalog.restore-assembly
  OFE---        catalog.save-assembly
  OFE---        catalog.save-category
  OFE---        catalog.save-item
  OFE---        catalog.save-reference
  OFE---        catalog.set-assembly-aside
  OFE---        catalog.take-line-price
  OFE---        catalog.take-starter
  OFE---        catalog.undo-change
  nobody        charges.answer
  invoice link  charges.ask
  OF---B        charges.settle
  O-----        company.bill-tolerance
  O-----        company.billing-plans
  O-----        company.card-moves
  O-----        company.change
  O-----        company.collecting
  O-----        company.letters
  OFE---        company.name-measures
  O-----        company.own-fields
  O-----        company.payroll
  O-----        company.public-page
  O-----        company.reminders
  O-----        company.sales-lists
  O-----        company.save-look
  O-----        company.save-stages
  O-----        company.set-sign-off
  nobody        company.set-up
  O-----        company.target-margin
  O-----        company.text-blocks
  O-----        company.won-text
  OF---B        costs.add
  OF---B        costs.mark
  OF---B        costs.set-complete
  OF---B        costs.set-remainder
  OFELC-        costs.use-material
* OFE---        customers.attach
  OFE---        customers.detach
  OFE---        customers.import
  OFE---        customers.merge
  OFE---        customers.remove-contact
  OFE---        customers.save
  OFE---        customers.save-contact
  OFE---        customers.save-site
  OFE---        customers.set-exemption
  OFE---        customers.set-own
  OFE---        customers.set-rate-group
  OFE---        customers.undo-import
  OFE---        customers.undo-merge
  OFE---        estimates.add-earlier
  OFE---        estimates.add-heading
  OFE---        estimates.add-line
  OFE---        estimates.add-scope
  OFE---        estimates.add-service
  O-----        estimates.answer-sign-off
  OFE---        estimates.ask-sign-off
  OFE---        estimates.change-days
  OFE---        estimates.change-line
  OFE---        estimates.change-line-fields
  OFE---        estimates.change-lines
  OFE---        estimates.change-scope
  OFE---        estimates.comment
  OFE---        estimates.copy-from
  OFE---        estimates.copy-scope
  OFE---        estimates.from-revision
  OFE---        estimates.move-line
  OFE---        estimates.move-lines
  OFE---        estimates.paste-block
  OFE---        estimates.place-scope
  OFE---        estimates.pool-lines
  OFE---        estimates.put-assembly
  OFE---        estimates.put-group
  OFE---        estimates.put-shape
  OFE---        estimates.remove-group
  OFE---        estimates.remove-line
  OFE---        estimates.remove-lines
  OFE---        estimates.remove-scope
  OFE---        estimates.remove-shape
  OFE---        estimates.rename-template
  OFE---        estimates.reprice
  OFE---        estimates.save-template
  OFE---        estimates.set-recurring
  OFE---        estimates.set-template-aside
  OFE---        estimates.set-whole
  OFE---        estimates.settle-comment
  OFE---        estimates.start
  OFE---        estimates.start-change
  OFE---        estimates.undo
  OFE---        estimates.use-template
  OFE---        estimates.write-intro
  OFELC-        field.drop-offer
  OFELC-        field.note
  OFELC-        field.offer
* OFELC-        field.sign-sale
* OFELC-        files.keep
  OF----        firms.remove-paper
  OF----        firms.save
  OF----        firms.save-paper
  OF----        firms.set-aside
  OFE---        flat-rate.follow
  OFE---        flat-rate.leave-edition
  OFE---        flat-rate.picture
  OFE---        flat-rate.receive-edition
  OFE---        flat-rate.save-catalog
  OFE---        flat-rate.save-service
  OFE---        flat-rate.set-aside
  OFE---        flat-rate.take-edition
  OFE---        forms.approve
  OFELC-        forms.begin
* nobody        forms.keep-issued
  OFE---        forms.mail
  OFELC-        forms.remove
  OFE---        forms.return
  OFELC-        forms.save
* OFELC-        forms.sign
* OFELC-        handovers.sign
  OF---B        invoices.agree-plan
  OF---B        invoices.begin-application
  OF---B        invoices.bill-step
  OF---B        invoices.billing-day
  OF---B        invoices.certify-application
  OF---B        invoices.charge-late
  OF---B        invoices.contract
  OF---B        invoices.costs
  OF---B        invoices.credit
  OF---B        invoices.deposit
  OF---B        invoices.discard
  OF---B        invoices.discard-application
  OF---B        invoices.end-plan
  OF---B        invoices.issue
  OF---B        invoices.issue-many
  nobody        invoices.make-repeats
  OF---B        invoices.note-call
  OF---B        invoices.pause-repeat
  OF---B        invoices.promise
  OF---B        invoices.quiet
  nobody        invoices.remind-due
  OF---B        invoices.renew-link
  OF---B        invoices.save-application
  OF---B        invoices.save-plan
  OF---B        invoices.save-repeat
  OF---B        invoices.send-application
  OF---B        invoices.send-statement
  OF---B        invoices.void
  OF---B        invoices.void-application
  OFE---        jobs.change
  OFE---        jobs.change-many
  OFE---        jobs.change-phase
  OFE---        jobs.move
  OFE---        jobs.open
  OFE---        jobs.set-own
  OFE---        jobs.win
  OFE---        leads.answer
  OFE---        leads.enter
  OFE---        leads.import
  OFE---        leads.not-for-us
  OFE---        leads.open-job
* anybody       leads.receive
  OFE---        leads.receive-mail
  OFE---        outbox.resend
  OF---B        payments.bank-aside
  OF---B        payments.bank-bill
  OF---B        payments.read-bank
  OF---B        payments.record
  OF---B        payments.return
  OF---B        payments.take-bank
  OF---B        payments.write-off
* nobody        people.add
  O-----        people.add-role
  O-----        people.change
* OFELCB        people.change-own-password
  O-----        people.change-role
* password link people.choose-password
  O-----        people.end-sessions
* OFELCB        people.introduce-myself
  O-----        people.invite
  O-----        people.invite-again
* anybody       people.request-reset
  O-----        people.set-aside-role
  OFELCB        people.set-language
  O-----        people.set-reach
  OFE---        photos.add
  OFE---        photos.change
  OFE---        photos.remove
  OF----        plan.add
  firm link     plan.answer-ask
  OF----        plan.ask-firm
  OF----        plan.move
  OF----        plan.remove
  OFELCB        plan.renew-calendar
  OF----        plan.tell-customer
  OF----        plan.withdraw-ask
  OFE---        quotes.accept-by-hand
  quote link    quotes.answer
  OFE---        quotes.answer-question
  quote link    quotes.ask
* OFE---        quotes.attach-scan
  OFE---        quotes.issue
  nobody        quotes.make-due-records
  OFE---        quotes.quiet
  nobody        quotes.remind-due
  OFE---        quotes.renew-link
  quote link    quotes.see
  quote link    quotes.seen-for
  OFE---        quotes.withdraw
  O-----        rate-groups.save
  O-----        rates.save
  O-----        rates.save-equipment
  O-----        rates.set-aside
* nobody        repeats.make
  OFE---        repeats.pause
  OFE---        repeats.save
  OFE---        rounds.add-agreement
  OFE---        rounds.change-agreement
  OFELC-        rounds.do-visit
  OFE---        rounds.end-agreement
  OF----        rounds.move-visit
  OF----        rounds.plan
  OFE---        rounds.save-service
  OFE---        rounds.set-aside-service
  OF----        rounds.skip-visit
  OF----        rounds.undo-plan
  O-----        tax.save-code
  O-----        tax.save-component
  OF----        time-off.add
  OF----        time-off.remove
  OFELC-        time.add
  OF---B        time.approve-week
  OFELC-        time.clock-off
  OFELC-        time.clock-on
  OF---B        time.correct
  OF---B        time.open-week
  OF---B        time.remove
  OFELCB        views.lay-out
  OFELCB        views.remove
  OFELCB        views.save
  OFE---        work.add-task
  OFE---        work.change-task
  OFE---        work.give-parts
  OFELC-        work.move-part
  OFE---        work.remove-part
  OFE---        work.remove-task
  O-----        work.task-templates
  OFELC-        work.tick-step
  OFELC-        work.tick-task
`;
