#pragma once

#include "app/sheets/record_table.h"

namespace hefty::app {

/// The lists of a job that are edited in tables: columns, ranges and how rows come and go.
[[nodiscard]] RecordList boltHoleList();  ///< of the front ends
[[nodiscard]] RecordList rearHoleList();
[[nodiscard]] RecordList crossmemberList();
[[nodiscard]] RecordList holdList();
[[nodiscard]] RecordList outlineList();
[[nodiscard]] RecordList keepOutList();
[[nodiscard]] RecordList houseRuleList();
[[nodiscard]] RecordList shopSettingList();
[[nodiscard]] RecordList rackList(const stock::Stock &stock);
[[nodiscard]] RecordList sheetList(const stock::Stock &stock);
[[nodiscard]] RecordList dieList();
[[nodiscard]] RecordList testBendList(const stock::Stock &stock);
[[nodiscard]] RecordList jobCardList();
/// The templates, with the size that each comes to.
[[nodiscard]] RecordList templateList(Session *session);
/// The offsets of one of them; `chosen` says which, below 0 none.
[[nodiscard]] RecordList offsetList(std::function<int()> chosen);
[[nodiscard]] RecordList movingList();
[[nodiscard]] RecordList tireList();
[[nodiscard]] RecordList massList();
[[nodiscard]] RecordList surveyPointList();
/// The readings of the survey with what the adjustment makes of them, from the session's appraisal.
[[nodiscard]] RecordList tapeList(Session *session);

}  // namespace hefty::app
