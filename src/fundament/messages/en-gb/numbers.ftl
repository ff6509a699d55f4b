## numbers

number-span = { $low } to { $high }
number-one = { $number }
number-of = { $of } of { $all }
